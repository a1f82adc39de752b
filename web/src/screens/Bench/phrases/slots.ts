/** Slots of a rhythm: what each does, where it stands, and rhythms that fit any metre. */
import type { Recipe } from "../../../api/types";

type Placement = Recipe["placement"];
export type Slot = "s" | "r" | "h";

/** The slots of one beat; it may be divided on its own. */
export interface Beat {
  slots: Slot[];
  own: boolean;
}

export const SLOT_WORDS: Record<Slot, string> = { s: "sounds", r: "is silent", h: "holds on" };
export const MOST_BARS = 4;
const ORDER: Slot[] = ["s", "r", "h"];
const IN_QUARTER: Record<Placement["value"], number> = {
  half: 0.5,
  quarter: 1,
  "quarter-triplet": 1.5,
  eighth: 2,
  triplet: 3,
  sixteenth: 4,
  quintuplet: 5,
  sextuplet: 6,
};
const PARTS: Record<number, string[]> = {
  2: ["", "the and of "],
  3: ["", "⅓ after ", "⅔ after "],
  4: ["", "¼ after ", "the and of ", "¾ after "],
  5: ["", "⅕ after ", "⅖ after ", "⅗ after ", "⅘ after "],
  6: ["", "⅙ after ", "⅓ after ", "the and of ", "⅔ after ", "⅚ after "],
};

export const next = (slot: Slot): Slot => ORDER[(ORDER.indexOf(slot) + 1) % ORDER.length] ?? "s";

/** The slots of a text, without what separates them. */
export const slotsOf = (text: string): Slot[] => [...text].filter((sign): sign is Slot => sign in SLOT_WORDS);

/** Slots in a beat and in a bar. A beat is a quarter, or an eighth in metres of eighths; longer values have one slot. */
export function countsOf({ value, metre }: Pick<Placement, "value" | "metre">): { inBeat: number; inBar: number } {
  const [beats = 4, unit = 4] = metre.split("/").map(Number);
  const inBeat = (IN_QUARTER[value] * 4) / unit;
  return { inBeat: Number.isInteger(inBeat) ? inBeat : 1, inBar: inBeat * beats };
}

/** Whether single beats can be divided on their own. */
export function canDivide({ value, metre }: Pick<Placement, "value" | "metre">): boolean {
  return metre.endsWith("/4") && Number.isInteger(IN_QUARTER[value]);
}

/** A rhythm beat by beat: ss(sss) is two eighths and a beat divided into three. */
export function beatsOf(text: string, inBeat: number): Beat[] {
  const found: Beat[] = [];
  for (const part of text.match(/\([srh]*\)|[srh]/g) ?? []) {
    const last = found.at(-1);
    if (part.startsWith("(")) found.push({ slots: slotsOf(part), own: true });
    else if (last && !last.own && last.slots.length < inBeat) last.slots.push(part as Slot);
    else found.push({ slots: [part as Slot], own: false });
  }
  return found;
}

/** The text of a rhythm. */
export function textOf(beats: readonly Beat[]): string {
  return beats.map(({ slots, own }) => (own ? `(${slots.join("")})` : slots.join(""))).join("");
}

/** A beat divided anew: what began in it goes on sounding. */
export function divided(count: number, inBeat: number): Beat {
  return { slots: Array.from({ length: count }, () => "s" as const), own: count !== inBeat };
}

/** How a slot of a beat is counted: 2, the and of 2. */
export function placeOf(beat: number, slot: number, count: number): string {
  return `${PARTS[count]?.[slot] ?? ""}${beat + 1}`;
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
  const { inBar, inBeat } = countsOf(changed);
  const beats = beatsOf(changed.slots, inBeat);
  const count = beats.reduce((sum, beat) => sum + (beat.own ? inBeat : beat.slots.length), 0);
  const fits = Number.isInteger(inBar) && count % inBar === 0 && count <= MOST_BARS * inBar;
  const dividedOff = beats.some((beat) => beat.own) && (!canDivide(changed) || changed.value !== placement.value);
  return count > 0 && (!fits || dividedOff) ? { ...changed, slots: "" } : changed;
}
