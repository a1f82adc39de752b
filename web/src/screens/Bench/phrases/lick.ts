/** Editing the text of a lick, and what a lick brings into a recipe. */
import type { LickNote, Recipe } from "../../../api/types";

export type Lick = Extract<Recipe["figure"], { kind: "lick" }>;
export type Mark = "" | "~" | "=";

export const MARKS: Record<Mark, string> = {
  "": "leave it to the rule",
  "~": "it leads into the next",
  "=": "it keeps its interval",
};

/** How a note is marked. */
export function markOf(text: string, note: Pick<LickNote, "where">): Mark {
  const sign = text[note.where];
  return sign === "~" || sign === "=" ? sign : "";
}

/** The text with a note marked; other marks of it go. */
export function marked(text: string, note: Pick<LickNote, "where" | "size">, mark: Mark): string {
  const word = text.slice(note.where, note.where + note.size).replace(/^[~=]/, "");
  return text.slice(0, note.where) + mark + word + text.slice(note.where + note.size);
}

/** The text with a note or rest added; its length is written where it changes. */
export function appended(text: string, name: string, length: string): string {
  const lengths = [...text.matchAll(/:([^\s|,;]+)/g)];
  const before = lengths.at(-1)?.[1] ?? "½";
  const word = before === length ? name : `${name}:${length}`;
  return text.trim() === "" ? word : `${text.trimEnd()} ${word}`;
}

/** The text without its last note, rest or barline. */
export const withoutLast = (text: string): string => text.trimEnd().replace(/\S+$/, "").trimEnd();

/** The recipe with a lick, once on its root; a metre that a lick on one sound can have is taken over. */
export function withLick(recipe: Recipe, lick: Lick, beats: number): Recipe {
  const metre = beats === 3 ? "3/4" : "4/4";
  const placed = { ...recipe, figure: lick, path: { ...recipe.path, span: "once" as const }, placement: { ...recipe.placement, metre } } satisfies Recipe;
  const severalChords = /\S\s*\|\s*\S/.test(lick.over.replace(/^\s*\|/, "").replace(/\|\s*$/, ""));
  return severalChords || (beats !== 3 && beats !== 4) ? overItsChords(placed, lick) : placed;
}

/** The recipe over the very chords a lick came from. */
export function overItsChords(recipe: Recipe, lick: Lick): Recipe {
  const changes = { format: "dodecant-changes", version: 1, text: `title: This lick\n${lick.over}`, school: "key", turn: "chorus", choices: [] } satisfies Extract<
    Recipe["sounds"],
    { kind: "changes" }
  >["changes"];
  return { ...recipe, sounds: { kind: "changes", changes, choruses: 1, bars_in_key: 0, phrases: 4 } };
}
