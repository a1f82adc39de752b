/** Where work that is not saved yet waits in this browser, with the steps that led to it. */
import { hashKey } from "@tanstack/react-query";
import type { Documents, Saved, ShelfName } from "../../api/shelves";
import type { ChangesDraft, Recipe } from "../../api/types";
import { type Steps, begun, laidOver } from "../Steps/steps";

export interface Kept<D> {
  document: D;
  /** The revision the work began from; null for what was never saved. */
  revision: number | null;
}

/** Documents whose steps are written down. */
const MOST_KEPT = 5;

export const keyOf = (shelf: ShelfName, id: string | undefined) => `dodecant.${shelf}.${id ?? "new"}`;

const sentKey = (shelf: ShelfName, id: string) => `dodecant.sent.${shelf}.${id}`;

/** Note what is on its way to the server from a revision; the note goes with the answer. */
export const sending = (shelf: ShelfName, id: string, revision: number, document: unknown) =>
  keep(sentKey(shelf, id), { revision, hash: hashKey([document]) });
export const answeredTo = (shelf: ShelfName, id: string) => keep(sentKey(shelf, id), null);

/** The revision that work stands on: the saved one, where that is what this page sent before it was closed. */
export function standsOn<K extends ShelfName>(shelf: K, saved: Saved<K>, revision: number | null): number | null {
  const sent = read(sentKey(shelf, saved.id)) as { revision: number; hash: string } | null;
  const ours = sent?.revision === revision && sent.hash === hashKey([saved.document]);
  return ours ? saved.revision : revision;
}

/** Whether changes of a saved document wait here. */
export const waits = (shelf: ShelfName, id: string) => read(keyOf(shelf, id)) !== null;

/** The work under a key, if any. */
export const kept = <D>(key: string) => read(key) as Kept<D> | null;

/** What is kept under a key; null where nothing is, or nothing that can be read. */
export function read(key: string): unknown {
  try {
    const text = localStorage.getItem(key);
    return text === null ? null : (JSON.parse(text) as unknown);
  } catch {
    return null;
  }
}

/** Write work down, or forget it; a browser that keeps nothing still lets one work. */
export function keep(key: string, value: unknown): void {
  try {
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // Nothing may be kept here.
  }
}

// While the tab lives, so that undo is there after a look at another place; written down when the page goes.
export const allSteps = new Map<string, Steps<unknown>>();
const WRITTEN = "dodecant.steps";

function readSteps(): void {
  try {
    const written = JSON.parse(sessionStorage.getItem(WRITTEN) ?? "[]") as [string, Steps<unknown>][];
    for (const [key, steps] of written) allSteps.set(key, steps);
  } catch {
    // Undo begins anew.
  }
}

if (typeof window !== "undefined") {
  readSteps();
  window.addEventListener("pagehide", () => {
    try {
      sessionStorage.setItem(WRITTEN, JSON.stringify([...allSteps].slice(-MOST_KEPT)));
    } catch {
      // Too much to keep, or nothing may be kept.
    }
  });
}

/** Lay a document where a new one is worked on: a step from what lies there, so that undo brings that back. */
function lay<K extends ShelfName>(shelf: K, document: Documents[K]): void {
  const key = keyOf(shelf, undefined);
  const work = kept<Documents[K]>(key);
  const before = (allSteps.get(key) as Steps<Documents[K]> | undefined) ?? (work && begun(work.document));
  allSteps.set(key, before ? laidOver(before, document) : begun(document));
  keep(key, { document, revision: null } satisfies Kept<Documents[K]>);
}

/** Lay a recipe on the bench for a new start. */
export const layOnBench = (recipe: Recipe) => lay("recipes", recipe);

/** Lay changes where new ones are written. */
export const layChanges = (changes: ChangesDraft) => lay("changes", changes);
