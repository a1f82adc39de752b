/** Slots of a rhythm: what each does, where it stands, and rhythms that fit any metre. */
import type { Recipe, Tables } from "../../../../api/types";

type Placement = Recipe["placement"];
export type Slot = "s" | "r" | "h";

/** The slots of one beat; it may be divided on its own. */
export interface Beat {
  slots: Slot[];
  own: boolean;
}

export const SLOT_WORDS: Record<Slot, string> = { s: "sounds", r: "is silent", h: "holds on" };
/** Bars of a rhythm. */
export const MOST_BARS = 4;
const ORDER: Slot[] = ["s", "r", "h"];
export const next = (slot: Slot): Slot => ORDER[(ORDER.indexOf(slot) + 1) % ORDER.length] ?? "s";

/** The slots of a text, without what separates them. */
export const slotsOf = (text: string): Slot[] => text.split("").filter((sign): sign is Slot => sign in SLOT_WORDS);

type Clock = Pick<Placement, "value" | "metre">;

/** What note values are called, in one of two ways. */
export function valueNames(tables: Tables, school: "american" | "british") {
  const names = Object.entries(tables.note_values).map(([value, of]) => [value, of[school]] as const);
  return Object.fromEntries(names) as Record<Placement["value"], string>;
}

const inQuarter = (tables: Tables, value: Placement["value"]) => tables.note_values[value]?.in_quarter ?? 1;

/** Slots in a beat and in a bar. A beat is a quarter, or an eighth in metres of eighths; longer values have one slot. */
export function countsOf({ value, metre }: Clock, tables: Tables): { inBeat: number; inBar: number } {
  const { beats = 4, unit = 4 } = tables.metres.find(({ name }) => name === metre) ?? {};
  const inBeat = (inQuarter(tables, value) * 4) / unit;
  return { inBeat: Number.isInteger(inBeat) ? inBeat : 1, inBar: inBeat * beats };
}

/** Whether single beats can be divided on their own. */
export function canDivide({ value, metre }: Clock, tables: Tables): boolean {
  return (
    (tables.metres.find(({ name }) => name === metre)?.divides ?? false) && Number.isInteger(inQuarter(tables, value))
  );
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
export function placeOf(beat: number, slot: number, count: number, tables: Tables): string {
  return `${tables.slot_places[count]?.[slot] ?? ""}${beat + 1}`;
}

/** A placement with another note value or metre; a rhythm that no longer fills its bars goes. */
export function refitted(placement: Placement, change: Partial<Placement>, tables: Tables): Placement {
  const changed = { ...placement, ...change };
  const { inBar, inBeat } = countsOf(changed, tables);
  const beats = beatsOf(changed.slots, inBeat);
  const count = beats.reduce((sum, beat) => sum + (beat.own ? inBeat : beat.slots.length), 0);
  const fits = Number.isInteger(inBar) && count % inBar === 0 && count <= MOST_BARS * inBar;
  const dividedOff =
    beats.some((beat) => beat.own) && (!canDivide(changed, tables) || changed.value !== placement.value);
  return count > 0 && (!fits || dividedOff) ? { ...changed, slots: "" } : changed;
}
