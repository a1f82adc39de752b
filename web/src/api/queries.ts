/** Server state, by React Query. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiError, answered, client, problemsOf } from "./client";
import type { FileKind, Recipe } from "./types";

export function useTables() {
  return useQuery({
    queryKey: ["tables"],
    queryFn: () => answered(client.GET("/api/tables")),
    staleTime: Infinity,
  });
}

/** A sound on a tonic, laid open; the one before stays until the next is there. */
export function useSound(scale: string, tonic: string) {
  return useQuery({
    queryKey: ["sound", scale, tonic],
    queryFn: () =>
      answered(client.GET("/api/sounds/{scale_id}", { params: { path: { scale_id: scale }, query: { tonic } } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

/** The recipe worked out; while a changed recipe is on its way or at fault, the last good answer stays. */
export function useExercise(recipe: Recipe) {
  const query = useQuery({
    queryKey: ["exercise", recipe],
    queryFn: ({ signal }) => answered(client.POST("/api/exercises", { body: recipe, signal })),
    staleTime: Infinity,
    retry: false,
  });
  const [good, setGood] = useState(query.data);
  if (query.data !== undefined && query.data !== good) setGood(query.data);
  return { good: query.data ?? good, error: query.error };
}

let line: Promise<unknown> = Promise.resolve();

/** Do one thing after another; what nobody waits for any more is left out. */
function inLine<T>(signal: AbortSignal, work: () => Promise<T>): Promise<T> {
  const turn = line.then(() => {
    signal.throwIfAborted();
    return work();
  });
  line = turn.catch(() => undefined);
  return turn;
}

/** One strip's picture. They come one by one, so that a changed recipe never waits behind many of them. */
export function useStripPicture(recipe: Recipe, index: number, wanted: boolean) {
  return useQuery({
    queryKey: ["strip", recipe, index],
    queryFn: ({ signal }) =>
      inLine(signal, async () => {
        const body = { recipe, indexes: [index] };
        const [picture] = await answered(client.POST("/api/strips", { body, signal }));
        return picture?.svg ?? "";
      }),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
    enabled: wanted,
  });
}

export function useRecipes(search: string) {
  return useQuery({
    queryKey: ["recipes", search],
    queryFn: () => answered(client.GET("/api/recipes", { params: { query: { search } } })),
    placeholderData: keepPreviousData,
  });
}

export function useSavedRecipe(id: string | undefined) {
  return useQuery({
    queryKey: ["recipe", id],
    queryFn: () => answered(client.GET("/api/recipes/{recipe_id}", { params: { path: { recipe_id: id ?? "" } } })),
    enabled: id !== undefined,
    retry: false,
  });
}

/** All that changes saved recipes; each refreshes the list. */
export function useRecipeActions() {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: ["recipes"] });
  const at = (id: string) => ({ params: { path: { recipe_id: id } } });
  return {
    add: useMutation({
      mutationFn: (recipe: Recipe) => answered(client.POST("/api/recipes", { body: recipe })),
      onSuccess,
    }),
    change: useMutation({
      mutationFn: ({ id, recipe, revision }: { id: string; recipe: Recipe; revision: number }) =>
        answered(client.PUT("/api/recipes/{recipe_id}", { ...at(id), body: { recipe, revision } })),
      onSuccess: (saved) => {
        queries.setQueryData(["recipe", saved.id], saved);
        return onSuccess();
      },
    }),
    copy: useMutation({
      mutationFn: (id: string) => answered(client.POST("/api/recipes/{recipe_id}/copies", at(id))),
      onSuccess,
    }),
    remove: useMutation({
      mutationFn: (id: string) => answered(client.DELETE("/api/recipes/{recipe_id}", at(id))),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: (id: string) => answered(client.POST("/api/recipes/{recipe_id}/restoration", at(id))),
      onSuccess,
    }),
  };
}

async function posted(address: string, body: BodyInit, type: string): Promise<Response> {
  let response;
  try {
    response = await fetch(address, { method: "POST", body, headers: { "Content-Type": type } });
  } catch {
    throw problemsOf(0, undefined);
  }
  if (!response.ok) throw problemsOf(response.status, await response.json().catch(() => undefined));
  return response;
}

/** Have a file written and hand it to the browser as a download. */
export async function download(recipe: Recipe, kind: FileKind): Promise<void> {
  const response = await posted(`/api/files/${kind}`, JSON.stringify(recipe), "application/json");
  const named = /filename\*=UTF-8''([^;]+)/.exec(response.headers.get("Content-Disposition") ?? "");
  const link = document.createElement("a");
  link.href = URL.createObjectURL(await response.blob());
  link.download = decodeURIComponent(named?.[1] ?? `exercise.${kind}`);
  link.click();
  URL.revokeObjectURL(link.href);
}

/** Read a recipe file; throws an ApiError that names what is wrong in it. */
export async function readRecipeFile(file: File): Promise<Recipe> {
  if (file.size > 1_000_000) {
    const message = "This file is larger than a megabyte.";
    throw new ApiError(413, [{ pointer: "", message, cure: "A recipe file is a few kilobytes.", where: null }]);
  }
  const response = await posted("/api/recipe-files", await file.arrayBuffer(), "application/octet-stream");
  return (await response.json()) as Recipe;
}
