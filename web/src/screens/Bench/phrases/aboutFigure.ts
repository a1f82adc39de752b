/** What a figure stands on, what leads into it and its course: choices in words, and where each begins. */
import type { Recipe } from "../../../api/types";

type Ladder = Recipe["ladder"];
type Course = Recipe["course"];
export type Enclosure = NonNullable<Recipe["enclosure"]>;

export const LADDERS: Record<Ladder["kind"], string> = {
  scale: "the sound itself",
  "chord-tones": "its chord tones",
  arpeggio: "an arpeggio of it",
  pair: "a triad pair of it",
  chromatic: "all twelve tones",
};
export const FRESH_LADDER: { [K in Ladder["kind"]]: Extract<Ladder, { kind: K }> } = {
  scale: { kind: "scale" },
  "chord-tones": { kind: "chord-tones" },
  arpeggio: { kind: "arpeggio", step: 1, size: 4, stacked: "thirds" },
  pair: { kind: "pair", rank: 1 },
  chromatic: { kind: "chromatic" },
};

export const ENCLOSURES: Record<Enclosure["kind"], string> = {
  below: "a half step below",
  above: "a scale tone above",
  "above-below": "scale tone above, half step below",
  "below-above": "half step below, scale tone above",
  "half-above-below": "half step above, half step below",
  "half-below-above": "half step below, half step above",
  "scale-above-below": "scale tone above, scale tone below",
  "two-below": "two half steps from below",
  "two-above": "two half steps from above",
  "above-two-below": "scale tone above, two half steps from below",
  "below-two-above": "half step below, two half steps from above",
  double: "scale tone and half step from both sides",
};
export const withNothing: Record<Enclosure["kind"] | "nothing", string> = { nothing: "nothing", ...ENCLOSURES };

/** An enclosure of another kind, with the targets it had. */
export function freshEnclosure(kind: Enclosure["kind"], before: Enclosure | null): Enclosure {
  return { targets: "all", degrees: "1 3 5 7", landing: "beat", ...before, kind };
}

export const COURSES: Record<Course["kind"], string> = {
  plain: "from end to end",
  return: "home after every one",
  "build-up": "built up tone by tone",
  grow: "one more each time",
};
export const FRESH_COURSE: { [K in Course["kind"]]: Extract<Course, { kind: K }> } = {
  plain: { kind: "plain" },
  return: { kind: "return", degree: "1", every: 1 },
  "build-up": { kind: "build-up", order: "" },
  grow: { kind: "grow" },
};
