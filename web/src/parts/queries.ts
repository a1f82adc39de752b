/** What parts of several screens ask the server for. */
import { keepPreviousData, queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { answered, client } from "../api/client";
import type { Recipe } from "../api/types";

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

/** One strip's picture for a width. They come one by one, so that a changed recipe never waits behind many of them. */
export function useStripPicture(recipe: Recipe, index: number, width: number, wanted: boolean) {
  return useQuery({ ...stripPicture(recipe, index, width), placeholderData: keepPreviousData, enabled: wanted });
}

const stripPicture = (recipe: Recipe, index: number, width: number) =>
  queryOptions({
    queryKey: ["strip", recipe, index, width],
    queryFn: ({ signal }) =>
      inLine(signal, async () => {
        const body = { recipe, indexes: [index], width };
        const [picture] = await answered(client.POST("/api/strips", { body, signal }));
        return picture?.svg ?? "";
      }),
    staleTime: Infinity,
    retry: false,
  });

/** Fetch the picture of the strip that sounds next, so that it is drawn in time. */
export function useNextPicture(recipe: Recipe | undefined, index: number | null, width: number) {
  const queries = useQueryClient();
  useEffect(() => {
    if (recipe && index !== null) queries.query(stripPicture(recipe, index, width)).catch(() => undefined);
  }, [queries, recipe, index, width]);
}
