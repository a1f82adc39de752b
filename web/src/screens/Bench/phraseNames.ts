/** What the phrases of the sentence are called, and the steps from one recipe to another. */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import type { Bench, Exercise, Phrase, Recipe } from "../../api/types";
import type { StepName } from "../../parts/Steps/UndoButtons";
import { keyOfPhrase } from "./phrases/rules/opening";

export const PHRASE_NAMES: Record<Phrase["id"], string> = {
  rules: "what is played where",
  etude: "the etude",
  figure: "what is played",
  ladder: "what it is built on",
  enclosure: "the approach notes",
  course: "its course",
  sounds: "the sound",
  path: "the path",
  joins: "the joins",
  placement: "the rhythm",
  keys: "the keys",
  outer: "the order",
  player: "the instrument",
  fingering: "the fingering",
  companions: "the added parts",
  tempo: "the tempo",
};

const LAST: StepName = { part: "the last change" };

/** Parts of a recipe that no phrase tells. */
const UNSAID: Partial<Record<keyof Recipe, string>> = {
  title: "the name",
  numbers: "the view",
  spelling: "the view",
};

/**
 * The first phrase that differs names the step; recipes that were worked out are remembered with their phrases. The names
 * are told anew with each exercise that is worked out.
 */
export function useStepNames(exercise: Exercise | undefined): (from: Recipe, to: Recipe) => StepName {
  const queries = useQueryClient();
  return useCallback(
    (from, to) => {
      const phrases = (recipe: Recipe) =>
        (recipe === exercise?.recipe ? exercise.phrases : undefined) ??
        queries.getQueriesData<Bench>({ queryKey: ["exercise", recipe] }).find(([, known]) => known)?.[1]?.exercise
          .phrases;
      return stepName(phrases(from), phrases(to)) ?? partName(from, to);
    },
    [queries, exercise],
  );
}

export function stepName(from: Phrase[] | undefined, to: Phrase[] | undefined): StepName | undefined {
  if (from === undefined || to === undefined) return undefined;
  const before = new Map(from.map((one) => [keyOfPhrase(one.id, one.place), one.text]));
  const gone = from.find((one) => !to.some(({ id, place }) => id === one.id && place === one.place));
  if (gone) return { part: PHRASE_NAMES[gone.id], goes: true };
  const changed = to.find((one) => before.get(keyOfPhrase(one.id, one.place)) !== one.text);
  return changed && { part: PHRASE_NAMES[changed.id], becomes: changed.text };
}

function partName(from: Recipe, to: Recipe): StepName {
  const changed = (Object.keys(to) as (keyof Recipe)[]).find(
    (name) => JSON.stringify(from[name]) !== JSON.stringify(to[name]),
  );
  if (changed === undefined) return LAST;
  const part = UNSAID[changed] ?? (PHRASE_NAMES as Record<string, string>)[changed];
  return part === undefined ? LAST : { part };
}
