/** Editing the text of a lick, and what a lick brings into a recipe. */
import type { LickNote, ReadLick, Recipe, Tables } from "../../api/types";

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

/** The recipe with a lick that was read, once, over its own chords in its own key and metre. */
export function withLick(recipe: Recipe, lick: Lick, read: ReadLick, tables: Tables): Recipe {
  const figure = { ...lick, text: read.text, over: read.over };
  const placed = {
    ...recipe,
    figure,
    path: { ...recipe.path, span: "once" as const },
    placement: { ...recipe.placement, metre: read.metre },
    keys: { ...recipe.keys, start: read.tonic },
  };
  return overItsChords(placed, figure, tables);
}

/** The recipe over the very chords a lick came from. */
export function overItsChords(recipe: Recipe, lick: Lick, tables: Tables): Recipe {
  const fresh = tables.fresh.sounds["changes"];
  if (fresh?.kind !== "changes") return recipe;
  const { metre } = recipe.placement;
  const head = metre === "4/4" ? "title: This lick" : `title: This lick\nmetre: ${metre}`;
  return { ...recipe, sounds: { ...fresh, changes: { ...fresh.changes, text: `${head}\n${lick.over}` } } };
}
