/** Shelves of saved documents on the server, by React Query. Every shelf has the same addresses. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "./client";
import type { ChangesDraft, OwnRhythm, OwnScale, Piece, Recipe } from "./types";

export interface Documents {
  recipes: Recipe;
  changes: ChangesDraft;
  scales: OwnScale;
  rhythms: OwnRhythm;
  vocabulary: Piece;
}

export type ShelfName = keyof Documents;

/** A saved document; `revision` is sent back with a change. */
export interface Saved<K extends ShelfName> {
  id: string;
  document: Documents[K];
  title: string;
  revision: number;
  changed_at: string;
  about: string;
}

// The shelves' types differ in the document alone; the addresses of one stand for all.
const all = (shelf: ShelfName) => `/api/${shelf}` as "/api/recipes";
const one = (shelf: ShelfName) => `/api/${shelf}/{document_id}` as "/api/recipes/{document_id}";
const at = (id: string) => ({ params: { path: { document_id: id } } });
const as = <T>(answer: Promise<unknown>) => answer as Promise<T>;

export function useShelf<K extends ShelfName>(shelf: K, search = "") {
  return useQuery({
    queryKey: [shelf, "list", search],
    queryFn: () => as<Saved<K>[]>(answered(client.GET(all(shelf), { params: { query: { search } } }))),
    placeholderData: keepPreviousData,
  });
}

/** What is stored on a shelf and cannot be read. */
export function useDamaged(shelf: ShelfName) {
  return useQuery({
    queryKey: [shelf, "damaged"],
    queryFn: () => answered(client.GET(`/api/${shelf}-damaged` as "/api/recipes-damaged")),
  });
}

/** Where a document can be had as it is stored. */
export const storedAddress = (shelf: ShelfName, id: string) => `/api/${shelf}/${id}/stored`;

export function useSaved<K extends ShelfName>(shelf: K, id: string | undefined) {
  return useQuery({
    queryKey: [shelf, "one", id],
    queryFn: () => as<Saved<K>>(answered(client.GET(one(shelf), at(id ?? "")))),
    enabled: id !== undefined,
    retry: false,
  });
}

/** All that changes what is on a shelf; each refreshes the list. */
export function useShelfActions<K extends ShelfName>(shelf: K) {
  const queries = useQueryClient();
  const onSuccess = () =>
    Promise.all(["list", "damaged"].map((part) => queries.invalidateQueries({ queryKey: [shelf, part] })));
  const body = (document: Documents[K]) => document as Recipe;
  return {
    add: useMutation({
      mutationFn: (document: Documents[K]) => as<Saved<K>>(answered(client.POST(all(shelf), { body: body(document) }))),
      onSuccess,
    }),
    change: useMutation({
      mutationFn: ({ id, document, revision }: { id: string; document: Documents[K]; revision: number }) =>
        as<Saved<K>>(answered(client.PUT(one(shelf), { ...at(id), body: { document: body(document), revision } }))),
      onSuccess: (saved) => {
        queries.setQueryData([shelf, "one", saved.id], saved);
        return onSuccess();
      },
    }),
    copy: useMutation({
      mutationFn: (id: string) =>
        as<Saved<K>>(
          answered(client.POST(`/api/${shelf}/{document_id}/copies` as "/api/recipes/{document_id}/copies", at(id))),
        ),
      onSuccess,
    }),
    remove: useMutation({ mutationFn: (id: string) => answered(client.DELETE(one(shelf), at(id))), onSuccess }),
    restore: useMutation({
      mutationFn: (id: string) =>
        answered(
          client.POST(`/api/${shelf}/{document_id}/restoration` as "/api/recipes/{document_id}/restoration", at(id)),
        ),
      onSuccess,
    }),
  };
}
