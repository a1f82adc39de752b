/** The server's words for what can be chosen, by kind; and where a ladder, an enclosure and a course begin. */
import type { Recipe, Tables } from "../../../api/types";

type Ladder = Recipe["ladder"];
type Course = Recipe["course"];
type PairOrder = Extract<Recipe["figure"], { kind: "pairs" }>["order"];
export type Enclosure = NonNullable<Recipe["enclosure"]>;

/** The server's words for every kind. */
interface Words {
  ladders: Record<Ladder["kind"], string>;
  enclosures: Record<Enclosure["kind"], string>;
  courses: Record<Course["kind"], string>;
  values: Record<Recipe["spelling"]["values"], Record<Recipe["placement"]["value"], string>>;
  pair_orders: Record<Exclude<PairOrder, "each">, string>;
}
export const wordsOf = (tables: Tables) => tables.words as unknown as Words;

export const FRESH_LADDER: { [K in Ladder["kind"]]: Extract<Ladder, { kind: K }> } = {
  scale: { kind: "scale" },
  "chord-tones": { kind: "chord-tones" },
  arpeggio: { kind: "arpeggio", step: 1, size: 4, stacked: "thirds" },
  pair: { kind: "pair", rank: 1 },
  chromatic: { kind: "chromatic" },
};

/** An enclosure of another kind, with the targets it had; none for nothing. */
export function freshEnclosure(kind: Enclosure["kind"] | "nothing", before: Enclosure | null): Enclosure | null {
  return kind === "nothing" ? null : { targets: "all", degrees: "1 3 5 7", landing: "beat", ...before, kind };
}

export const FRESH_COURSE: { [K in Course["kind"]]: Extract<Course, { kind: K }> } = {
  plain: { kind: "plain" },
  return: { kind: "return", degree: "1", every: 1 },
  "build-up": { kind: "build-up", order: "" },
  grow: { kind: "grow" },
};
