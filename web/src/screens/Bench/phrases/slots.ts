/** Slots of a rhythm: what each does, where it stands, and rhythms that fit any metre. */
import type { Recipe } from "../../../api/types";

type Placement = Recipe["placement"];
export type Slot = "s" | "r" | "h";

export const SLOT_WORDS: Record<Slot, string> = { s: "sounds", r: "is silent", h: "holds on" };
const ORDER: Slot[] = ["s", "r", "h"];
const IN_BEAT: Record<Placement["value"], number> = { half: 0.5, quarter: 1, eighth: 2, triplet: 3, sixteenth: 4 };
const PARTS: Record<number, string[]> = {
  2: ["", "the and of "],
  3: ["", "⅓ after ", "⅔ after "],
  4: ["", "¼ after ", "the and of ", "¾ after "],
};

export const next = (slot: Slot): Slot => ORDER[(ORDER.indexOf(slot) + 1) % ORDER.length] ?? "s";

/** The slots of a text, without what separates them. */
export const slotsOf = (text: string): Slot[] => [...text].filter((sign): sign is Slot => sign in SLOT_WORDS);

/** Slots in a beat and in a bar; half notes do not fill every bar. */
export function countsOf({ value, metre }: Pick<Placement, "value" | "metre">): { inBeat: number; inBar: number } {
  return { inBeat: Math.max(1, IN_BEAT[value]), inBar: IN_BEAT[value] * Number(metre[0]) };
}

/** How a slot of the bar is counted: 2, the and of 2. */
export function placeOf(place: number, inBeat: number): string {
  return `${PARTS[inBeat]?.[place % inBeat] ?? ""}${Math.floor(place / inBeat) + 1}`;
}

/** Rhythms by name, for any number of slots; ours, and few: the grid makes all others. */
export const RHYTHMS: Record<string, (inBar: number, inBeat: number) => Slot[]> = {
  "every slot": () => [],
  "off the beat only": (inBar, inBeat) => fill(inBar, (slot) => slot % inBeat !== 0),
  "on the beat only": (inBar, inBeat) => fill(inBar, (slot) => slot % inBeat === 0),
  "gangway: two and a rest": (inBar) => fill(inBar, (slot) => slot % 3 !== 2),
  "lapping water: three, two, three": (inBar) => fill(inBar, (slot) => [0, 1, 2, 4, 5, 7].includes(slot % 8)),
  "late ferry: the first slot silent": (inBar) => fill(inBar, (slot) => slot !== 0),
};

function fill(count: number, sounds: (slot: number) => boolean): Slot[] {
  const slots = Array.from({ length: count }, (_, slot): Slot => (sounds(slot) ? "s" : "r"));
  return slots.includes("s") ? slots : [];
}

/** A placement with another note value or metre; a rhythm that no longer fills its bars goes. */
export function refitted(placement: Placement, change: Partial<Placement>): Placement {
  const changed = { ...placement, ...change };
  const { inBar } = countsOf(changed);
  const count = slotsOf(changed.slots).length;
  return count > 0 && (!Number.isInteger(inBar) || count % inBar !== 0 || count > 4 * inBar) ? { ...changed, slots: "" } : changed;
}
