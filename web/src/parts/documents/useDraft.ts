/** What is being worked on: kept in the browser until it is saved. */
import { useCallback, useEffect, useMemo, useState } from "react";
import type { Documents, Saved, ShelfName } from "../../api/shelves";
import { type Steps, back, begun, forth, stepped } from "../Steps/steps";
import { type Kept, allSteps, keep, keyOf, kept, standsOn } from "./draftStore";
import { withDefaults } from "./patch";

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

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

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
    const began = work === null ? (saved?.revision ?? null) : work.revision;
    const revision = saved === undefined ? began : standsOn(shelf, saved, began);
    return { revision, steps: known ? before : begun(document) };
  });
  const document = steps.now;
  const [found] = useState(steps.past.length);
  const changed = !same(document, saved?.document ?? blank);

  useEffect(() => {
    allSteps.delete(key); // the last used stands last
    allSteps.set(key, steps);
    keep(key, changed ? ({ document, revision } satisfies Kept<Documents[K]>) : null);
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
