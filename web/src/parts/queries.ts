/** What parts of several screens ask the server for. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
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
