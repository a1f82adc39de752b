/** What is being worked on: kept in the browser until it is saved. */
import { useCallback, useEffect, useMemo, useState } from "react";
import type { Documents, Saved, ShelfName } from "../../api/shelves";
import type { ChangesDraft, Recipe } from "../../api/types";
import { type Steps, back, begun, forth, laidOver, stepped } from "../Steps/steps";
import { withDefaults } from "./patch";

interface Kept<D> {
  document: D;
  /** The revision the work began from; null for what was never saved. */
  revision: number | null;
}

export interface Draft<K extends ShelfName> extends Kept<Documents[K]> {
  /** Whether it differs from what is saved. */
  changed: boolean;
  /** The steps that led here, and those that were undone. */
  steps: Steps<Documents[K]>;
  /** Whether unsaved steps were done since the page was opened: those are what the browser's Back goes back. */
  stepped: boolean;
  setDocument: (document: Documents[K]) => void;
  undo: () => void;
  redo: () => void;
  /** Take over what is kept on the server, after saving or loading. */
  adopt: (saved: Saved<K>) => void;
  /** Forget the work in the browser. */
  forget: () => void;
}

interface Work<D> {
  revision: number | null;
  steps: Steps<D>;
}

/** Documents whose steps are written down. */
const MOST_KEPT = 5;

const keyOf = (shelf: ShelfName, id: string | undefined) => `dodecant.${shelf}.${id ?? "new"}`;

/** Lay a document where a new one is worked on: a step from what lies there, so that undo brings that back. */
function lay<K extends ShelfName>(shelf: K, document: Documents[K]): void {
  const key = keyOf(shelf, undefined);
  const work = kept<Documents[K]>(key);
  const before = (allSteps.get(key) as Steps<Documents[K]> | undefined) ?? (work && begun(work.document));
  allSteps.set(key, before ? laidOver(before, document) : begun(document));
  localStorage.setItem(key, JSON.stringify({ document, revision: null } satisfies Kept<Documents[K]>));
}

/** Lay a recipe on the bench for a new start. */
export const layOnBench = (recipe: Recipe) => lay("recipes", recipe);

/** Lay changes where new ones are written. */
export const layChanges = (changes: ChangesDraft) => lay("changes", changes);

function kept<D>(key: string): Kept<D> | null {
  try {
    const text = localStorage.getItem(key);
    return text === null ? null : (JSON.parse(text) as Kept<D>);
  } catch {
    return null;
  }
}

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

// While the tab lives, so that undo is there after a look at another place; written down when the page goes.
const allSteps = new Map<string, Steps<unknown>>();
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

/** What is worked on from a saved document, or from a blank one: the work that was kept, if any. */
export function openedDocument<K extends ShelfName>(
  shelf: K,
  saved: Saved<K> | undefined,
  blank: Documents[K],
  work = kept<Documents[K]>(keyOf(shelf, saved?.id)),
): Documents[K] {
  // What an older version kept may lack parts that came since.
  return work === null ? (saved?.document ?? blank) : withDefaults(work.document, blank);
}

export function useDraft<K extends ShelfName>(shelf: K, saved: Saved<K> | undefined, blank: Documents[K]): Draft<K> {
  const key = keyOf(shelf, saved?.id);
  const [{ revision, steps }, setDraft] = useState<Work<Documents[K]>>(() => {
    const work = kept<Documents[K]>(key);
    const document = openedDocument(shelf, saved, blank, work);
    const before = allSteps.get(key) as Steps<Documents[K]> | undefined;
    const known = before !== undefined && same(before.now, document);
    const revision = work === null ? (saved?.revision ?? null) : work.revision;
    return { revision, steps: known ? before : begun(document) };
  });
  const document = steps.now;
  const [found] = useState(steps.past.length);
  const changed = !same(document, saved?.document ?? blank);

  useEffect(() => {
    allSteps.delete(key); // the last used stands last
    allSteps.set(key, steps);
    try {
      if (changed) localStorage.setItem(key, JSON.stringify({ document, revision } satisfies Kept<Documents[K]>));
      else localStorage.removeItem(key);
    } catch {
      // A browser that keeps nothing still lets one work.
    }
  }, [changed, document, revision, steps, key]);

  const setDocument = useCallback((next: Documents[K]) => {
    const time = performance.now();
    setDraft((now) => ({ ...now, steps: stepped(now.steps, next, time) }));
  }, []);
  const adopt = useCallback(
    (next: Saved<K>) =>
      setDraft((now) => ({ revision: next.revision, steps: { ...now.steps, now: next.document, last: null } })),
    [],
  );
  const undo = useCallback(() => setDraft((now) => ({ ...now, steps: back(now.steps) })), []);
  const redo = useCallback(() => setDraft((now) => ({ ...now, steps: forth(now.steps) })), []);
  const forget = useCallback(() => {
    localStorage.removeItem(key);
    allSteps.delete(key);
  }, [key]);
  const done = changed && steps.past.length > found;
  return useMemo(
    () => ({ document, revision, steps, stepped: done, changed, setDocument, undo, redo, adopt, forget }),
    [document, revision, steps, done, changed, setDocument, undo, redo, adopt, forget],
  );
}
