/** What parts of several screens ask the server for. */
import { keepPreviousData, queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { answered, client } from "../api/client";
import type { Recipe } from "../api/types";
import { oneByOne } from "./oneByOne";

/** The server's tables: asked for once. */
export const tablesQuery = queryOptions({
  queryKey: ["tables"],
  queryFn: () => answered(client.GET("/api/tables")),
  staleTime: Infinity,
});

/** A recipe worked out, its first strip engraved for a width: of several, the one with as many side by side as can be. */
export const exerciseQuery = (recipe: Recipe, width: number[]) =>
  queryOptions({
    queryKey: ["exercise", recipe, width],
    queryFn: ({ signal }) =>
      answered(client.POST("/api/exercises", { body: recipe, params: { query: { width } }, signal })),
    staleTime: Infinity,
    retry: false,
  });

/** What each of several recipes begins with. */
export function usePreviews(recipes: Recipe[]) {
  return useQuery({
    queryKey: ["previews", recipes],
    queryFn: ({ signal }) => answered(client.POST("/api/previews", { body: { recipes }, signal })),
    staleTime: Infinity,
    retry: false,
    enabled: recipes.length > 0,
  });
}

const line = oneByOne((index) => {
  const strip = document.getElementById(`strip-${index}`)?.getBoundingClientRect();
  return strip ? Math.abs((strip.top + strip.bottom - window.innerHeight) / 2) : Infinity;
});

/** One strip's picture for a width. They come one by one, so that a changed recipe never waits behind many of them. */
export function useStripPicture(recipe: Recipe, index: number, width: number, wanted: boolean) {
  return useQuery({ ...stripPicture(recipe, index, width), placeholderData: keepPreviousData, enabled: wanted });
}

const stripPicture = (recipe: Recipe, index: number, width: number) =>
  queryOptions({
    queryKey: ["strip", recipe, index, width],
    queryFn: ({ signal }) =>
      line(index, signal, async () => {
        const body = { recipe, indexes: [index], width };
        const [picture] = await answered(client.POST("/api/strips", { body, signal }));
        return picture?.svg ?? "";
      }),
    staleTime: Infinity,
    retry: false,
  });

/** Fetches a strip's picture before it is in view: the strip that sounds next, the one that is pointed at. */
export function useFetchedAhead(recipe: Recipe | undefined, width: number | undefined) {
  const queries = useQueryClient();
  return useCallback(
    (index: number) => {
      if (recipe && width) queries.query(stripPicture(recipe, index, width)).catch(() => undefined);
    },
    [queries, recipe, width],
  );
}
