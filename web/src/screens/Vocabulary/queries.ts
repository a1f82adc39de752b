/** A recipe that plays each piece by itself, over what it was made for. */
export function useRecipesOf(pieces: Piece[]) {
  return useQuery({
    queryKey: ["vocabulary-recipes", pieces],
    queryFn: ({ signal }) => answered(client.POST("/api/vocabulary-recipes", { body: { pieces }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    enabled: pieces.length > 0,
  });
}

/** What the vocabulary asks the server for. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client } from "../../api/client";
import type { Piece, ReadLick } from "../../api/types";

/** Where each piece fits, or why it cannot be played; in their order. */
export function useFittings(pieces: Piece[]) {
  return useQuery({
    queryKey: ["fittings", pieces],
    queryFn: ({ signal }) => answered(client.POST("/api/vocabulary-fittings", { body: { pieces }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
}

/** A chorus cut into phrases. */
export function cutChorus({ text, over, metre }: ReadLick) {
  const figure = { kind: "lick", text, over, fit: "sound" } as const;
  return answered(client.POST("/api/vocabulary-phrases", { body: { figure, metre } }));
}
