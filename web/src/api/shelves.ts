/** Shelves of saved documents on the server, by React Query. Every shelf has the same addresses. */
import {
  keepPreviousData,
  queryOptions,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { answered, client } from "./client";
import type {
  ChangesDraft,
  Damaged,
  Filter,
  HandoutLayout,
  OwnRhythm,
  OwnScale,
  OwnSounds,
  Piece,
  Recipe,
  Routine,
  WorksheetSetting,
} from "./types";

export interface Documents {
  recipes: Recipe;
  changes: ChangesDraft;
  scales: OwnScale;
  "sound-lists": OwnSounds;
  rhythms: OwnRhythm;
  vocabulary: Piece;
  routines: Routine;
  styles: HandoutLayout;
  worksheets: WorksheetSetting;
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

const PAGE = 50;
const LARGE_PAGE = 200;

/** Some of the documents of a shelf, of how many, and what they can be sorted out by; those that cannot be read stand apart. */
export interface Page<K extends ShelfName> {
  found: number;
  filters: Filter[];
  documents: Saved<K>[];
  damaged: Damaged[];
}

/** What is looked for on a shelf: words of the title, traits (`figure:Cell`), and in which order. */
export interface Sought {
  search: string;
  order: "changed" | "title";
  having: string[];
}

const ALL: Sought = { search: "", order: "changed", having: [] };

const page = <K extends ShelfName>(shelf: K, sought: Sought, start: number, count: number) =>
  as<Page<K>>(answered(client.GET(all(shelf), { params: { query: { ...sought, start, count } } })));

/** Those that are looked for, page by page. */
export function useShelfPages<K extends ShelfName>(shelf: K, sought: Sought) {
  return useInfiniteQuery({
    queryKey: [shelf, "list", "pages", sought],
    queryFn: ({ pageParam }) => page(shelf, sought, pageParam, PAGE),
    initialPageParam: 0,
    getNextPageParam: ({ found }, _pages, start) => (start + PAGE < found ? start + PAGE : undefined),
    placeholderData: keepPreviousData,
  });
}

async function whole<K extends ShelfName>(shelf: K): Promise<Page<K>> {
  const read = await page(shelf, ALL, 0, LARGE_PAGE);
  for (let start = LARGE_PAGE; start < read.found; start += LARGE_PAGE) {
    const { documents, damaged } = await page(shelf, ALL, start, LARGE_PAGE);
    read.documents.push(...documents);
    read.damaged.push(...damaged);
  }
  return read;
}

function useWhole<K extends ShelfName, T>(shelf: K, select: (read: Page<K>) => T) {
  return useQuery({ queryKey: [shelf, "list", "whole"], queryFn: () => whole(shelf), select });
}

/** All that can be read. */
export const useShelf = <K extends ShelfName>(shelf: K) => useWhole(shelf, ({ documents }) => documents);

/** All that cannot. */
export const useDamaged = (shelf: ShelfName) => useWhole(shelf, ({ damaged }) => damaged);

/** Where a document can be had as it is stored. */
export const storedAddress = (shelf: ShelfName, id: string) => `/api/${shelf}/${id}/stored`;

/** A saved document; what was asked for a moment ago is not asked for again as the screen is drawn. */
export const savedQuery = <K extends ShelfName>(shelf: K, id: string) =>
  queryOptions({
    queryKey: [shelf, "one", id],
    queryFn: () => as<Saved<K>>(answered(client.GET(one(shelf), at(id)))),
    staleTime: 1000,
    retry: false,
  });

export const useSaved = <K extends ShelfName>(shelf: K, id: string | undefined) =>
  useQuery({ ...savedQuery(shelf, id ?? ""), enabled: id !== undefined });

/** Save a new document of any shelf; what is no such document is refused at its field. */
export const saveNew = (shelf: ShelfName, document: unknown) =>
  as<Saved<ShelfName>>(answered(client.POST(all(shelf), { body: document as Recipe })));

/** All that changes what is on a shelf; each refreshes the list. */
export function useShelfActions<K extends ShelfName>(shelf: K) {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: [shelf, "list"] });
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
