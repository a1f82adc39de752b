/** What a practice pack holds, and its logbook, kept in the browser and handed back as a file. */
import type { WordsBlock } from "../api/types";
import { dayOf, zone } from "../api/dates";

export interface PackStrip {
  heading: string;
  title: string;
  tempo: number;
  picture: string;
  narrow: string;
  numbers: string;
  formula: string;
  /** Line and band as a data address. */
  sound: string;
  practised: { key: string; sound: string; position: string; value: string };
}

export interface Pack {
  assignment: number;
  title: string;
  player: string;
  due: string | null;
  words: WordsBlock[];
  listening: string;
  links: { name: string; address: string }[];
  sentences: string[];
  cautions: string[];
  strips: PackStrip[];
  /** The words for how it went. */
  how: { value: Word; label: string }[];
}

export type Word = "" | "easy" | "comfortable" | "pushing";

/** A line of the logbook as a logbook file holds it. */
export interface Row {
  day: string;
  time: string;
  zone: string;
  what: string;
  minutes: number;
  key: string;
  sound: string;
  position: string;
  value: string;
  tempo: number;
  word: Word;
  assignment: number;
}

/** The data that the server put into the page. */
export function packOfPage(): Pack {
  const held = document.getElementById("pack")?.textContent ?? "";
  return JSON.parse(held) as Pack;
}

/** What was practised of a strip, now. */
export function rowOf(pack: Pack, strip: PackStrip, minutes: number, tempo: number, word: Word, now: Date): Row {
  const time = now.toTimeString().slice(0, 8);
  const what = strip.title || pack.title;
  return {
    day: dayOf(now),
    time,
    zone: zone(),
    what,
    minutes,
    ...strip.practised,
    tempo,
    word,
    assignment: pack.assignment,
  };
}

/** The logbook as a file that the teacher opens under “From a file”. */
export function logbookFile(rows: readonly Row[]): Blob {
  const document = { format: "dodecant-logbook", version: 1, entries: rows };
  return new Blob([JSON.stringify(document, null, 1)], { type: "application/json" });
}

const keyOf = ({ assignment, player }: Pack) => `dodecant.pack.${assignment}.${player}`;

/** What was kept so far; nothing where the browser keeps nothing for files. */
export function keptRows(pack: Pack): Row[] {
  try {
    return JSON.parse(localStorage.getItem(keyOf(pack)) ?? "[]") as Row[];
  } catch {
    return [];
  }
}

/** Keeps the rows; whether the browser could. */
export function keepRows(pack: Pack, rows: readonly Row[]): boolean {
  try {
    localStorage.setItem(keyOf(pack), JSON.stringify(rows));
    return true;
  } catch {
    return false;
  }
}
