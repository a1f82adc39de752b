/** Server state, by React Query. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answered, client } from "./client";
import type { ChangesDraft, Lick, Metre, Phrase, Recipe, ScaleChoice } from "./types";

export function useTables() {
  return useQuery({
    queryKey: ["tables"],
    queryFn: () => answered(client.GET("/api/tables")),
    staleTime: Infinity,
  });
}

/** A sound on a tonic, laid open; the one before stays until the next is there. */
export function useSound(scale: ScaleChoice, tonic: string) {
  return useQuery({
    queryKey: ["sound", scale, tonic],
    queryFn: () => answered(client.POST("/api/sounds/laid-open", { body: { scale, tonic } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

export type SearchBy = "name" | "notes" | "chord";

/** Sounds that answer a search; nothing typed finds nothing. */
export function useFoundSounds(by: SearchBy, text: string) {
  return useQuery({
    queryKey: ["found", by, text],
    queryFn: () => answered(client.GET("/api/sounds/found", { params: { query: { by, text } } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
    enabled: text.trim() !== "",
  });
}

/** The shortest way from the first scale through the others by one altered note each. */
export function useWay(scales: ScaleChoice[]) {
  return useQuery({
    queryKey: ["way", scales],
    queryFn: () => answered(client.POST("/api/sounds/ways", { body: { scales } })),
    retry: false,
    enabled: scales.length > 1,
  });
}

export type House = "words" | "signs";

/** Changes worked out as they are typed; the last answer stays until the next one is there. */
export function useWorkedChanges(draft: ChangesDraft, house: House) {
  return useQuery({
    queryKey: ["worked", draft, house],
    queryFn: ({ signal }) => answered(client.POST("/api/changes/worked", { body: { draft, house }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

export type Acceptance = "strict" | "usual" | "easy";

/** The fewest sounds that serve the changes. */
export function useFewest(draft: ChangesDraft, accepted: Acceptance, wanted: boolean) {
  return useQuery({
    queryKey: ["fewest", draft, accepted],
    queryFn: () => answered(client.POST("/api/changes/fewest", { body: { draft, accepted } })),
    placeholderData: keepPreviousData,
    retry: false,
    enabled: wanted,
  });
}

/** What one sound becomes over every chord of the changes. */
export function useGrid(draft: ChangesDraft, tonic: string, scale: ScaleChoice, wanted: boolean) {
  return useQuery({
    queryKey: ["grid", draft, tonic, scale],
    queryFn: () => answered(client.POST("/api/changes/grid", { body: { draft, tonic, scale } })),
    placeholderData: keepPreviousData,
    retry: false,
    enabled: wanted,
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

/** Why a line over changes goes on as it does under the chord at a beat. */
export function useJoin(recipe: Recipe, strip: number, beat: string | null) {
  return useQuery({
    queryKey: ["join", recipe, strip, beat],
    queryFn: ({ signal }) => answered(client.POST("/api/joins", { body: { recipe, strip, beat: beat ?? "0" }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
    enabled: beat !== null,
  });
}
