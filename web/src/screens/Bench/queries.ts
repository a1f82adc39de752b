/** What the bench asks the server for. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { ApiError, answered, client } from "../../api/client";
import type { Lick, Metre, NoteValue, Phrase, Problem, Recipe } from "../../api/types";
import { exerciseQuery } from "../../parts/queries";
import { useGood } from "../../api/useGood";

/** Changes a recipe: the server is asked before the page draws what was typed. */
export function useAskedFirst(widths: number[], change: (recipe: Recipe) => void) {
  const queries = useQueryClient();
  return useCallback(
    (recipe: Recipe) => {
      queries.query(exerciseQuery(recipe, widths)).catch(() => undefined);
      change(recipe);
    },
    [queries, widths, change],
  );
}

const NONE: Problem[] = [];

/** The recipe worked out, its first strip engraved for one of some widths; while a changed recipe is on its way or at fault, the last good answer stays. */
export function useExercise(recipe: Recipe, widths: number[]) {
  const query = useQuery(exerciseQuery(recipe, widths));
  const good = useGood(query.data);
  const { error } = query;
  const problems = error instanceof ApiError ? error.problems : NONE;
  return { good, problems, stale: error !== null };
}

/** What a phrase means, with an example. */
export function useExplanation(recipe: Recipe, phrase: Phrase["id"], wanted: boolean) {
  return useQuery({
    queryKey: ["explanation", recipe, phrase],
    queryFn: ({ signal }) => answered(client.POST("/api/explanations", { body: { recipe, phrase }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
    enabled: wanted,
  });
}

/** Every note of a lick against its chords; the last answer stays while something is typed. */
export function useAnalysedLick(figure: Lick, metre: Metre) {
  return useQuery({
    queryKey: ["lick", figure, metre],
    queryFn: ({ signal }) => answered(client.POST("/api/licks/analysed", { body: { figure, metre }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

/** Why a line over changes goes on as it does under the chord at a beat. */
export function useJoin(recipe: Recipe, strip: number, beat: string | null) {
  return useQuery({
    queryKey: ["join", recipe, strip, beat],
    queryFn: ({ signal }) =>
      answered(client.POST("/api/joins", { body: { recipe, strip, beat: beat ?? "0" }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
    enabled: beat !== null,
  });
}

/** The ways to play a note (from 1) of a strip with the rest as it is. */
export function useFingerWays(recipe: Recipe, strip: number, note: number, wanted: boolean) {
  return useQuery({
    queryKey: ["fingers", recipe, strip, note],
    queryFn: ({ signal }) => answered(client.POST("/api/fingers", { body: { recipe, strip, note }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
    enabled: wanted,
  });
}

/** Rhythms by name that fit a metre, as slots of a note value. */
export function useRhythmShapes(metre: Metre, value: NoteValue) {
  return useQuery({
    queryKey: ["rhythm-shapes", metre, value],
    queryFn: () => answered(client.GET("/api/rhythm-shapes", { params: { query: { metre, value } } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
}

/** The pieces that could begin in a bar of an etude, the best first. */
export function useEtudeChoices(recipe: Recipe, bar: number | null) {
  return useQuery({
    queryKey: ["etude-choices", recipe, bar],
    queryFn: ({ signal }) => answered(client.POST("/api/etude-choices", { body: { recipe, bar: bar ?? 1 }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
    enabled: bar !== null,
  });
}
