/** The curtain: how much of the page is shown. */
import type { Curtain, Exercise, Strip } from "../../api/types";

/** How the bars that are left are told. */
export type BarsLeft = "each" | "2" | "4" | "8" | "hidden";

export const CURTAINS: readonly Curtain[] = ["all", "numbers", "contour", "formula", "first", "nothing"];

/** What of a strip is seen: its notation, its numbers, its contour, the formula of its scale, or its name alone. */
export type Seen = "notation" | "numbers" | "contour" | "formula" | "name";

/** What is seen of a strip behind a curtain; one that peeks sees all. */
export function seen(curtain: Curtain, strip: Strip, exercise: Exercise, peeks: boolean): Seen {
  if (peeks || curtain === "all") return "notation";
  if (curtain === "first") return strip.key === exercise.strips[0]?.key ? "notation" : "name";
  return curtain === "nothing" ? "name" : curtain;
}

/** The numbers of a strip, bar by bar. */
export function numbersOf(strip: Strip): string[] {
  return strip.bars.map((bar) => bar.notes.map((note) => note.number || note.written.name).join(" "));
}

/** The bars that are left as they are to be told: one by one, when so many are left, or not at all. */
export function shownLeft(left: number, told: BarsLeft): string {
  if (told === "hidden") return "";
  const by = told === "each" ? 1 : Number(told);
  const shown = Math.ceil(left / by) * by;
  return `${shown} bar${shown === 1 ? "" : "s"} left`;
}
