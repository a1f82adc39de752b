/** What is being worked on: kept in the browser until it is saved. */
import { useCallback, useEffect, useState } from "react";
import type { Documents, Saved, ShelfName } from "../api/shelves";
import type { Recipe } from "../api/types";
import { withDefaults } from "./patch";

interface Kept<D> {
  document: D;
  /** The revision the work began from; null for what was never saved. */
  revision: number | null;
}

export interface Draft<K extends ShelfName> extends Kept<Documents[K]> {
  /** Whether it differs from what is saved. */
  changed: boolean;
  setDocument: (document: Documents[K]) => void;
  /** Take over what is kept on the server, after saving or loading. */
  adopt: (saved: Saved<K>) => void;
  /** Forget the work in the browser. */
  forget: () => void;
}

const keyOf = (shelf: ShelfName, id: string | undefined) => `dodecant.${shelf}.${id ?? "new"}`;

function lay<K extends ShelfName>(shelf: K, document: Documents[K]): void {
  localStorage.setItem(
    keyOf(shelf, undefined),
    JSON.stringify({ document, revision: null } satisfies Kept<Documents[K]>),
  );
}

/** Lay a recipe on the bench for a new start. */
export const layOnBench = (recipe: Recipe) => lay("recipes", recipe);

function kept<D>(key: string): Kept<D> | null {
  try {
    const text = localStorage.getItem(key);
    return text === null ? null : (JSON.parse(text) as Kept<D>);
  } catch {
    return null;
  }
}

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

export function useDraft<K extends ShelfName>(shelf: K, saved: Saved<K> | undefined, blank: Documents[K]): Draft<K> {
  const key = keyOf(shelf, saved?.id);
  const [draft, setDraft] = useState<Kept<Documents[K]>>(() => {
    const work = kept<Documents[K]>(key);
    // What an older version kept may lack parts that came since.
    if (work !== null) return { ...work, document: withDefaults(work.document, blank) };
    return { document: saved?.document ?? blank, revision: saved?.revision ?? null };
  });
  const changed = !same(draft.document, saved?.document ?? blank);

  useEffect(() => {
    try {
      if (changed) localStorage.setItem(key, JSON.stringify(draft));
      else localStorage.removeItem(key);
    } catch {
      // A browser that keeps nothing still lets one work.
    }
  }, [changed, draft, key]);

  const setDocument = useCallback((document: Documents[K]) => setDraft((now) => ({ ...now, document })), []);
  const adopt = useCallback((next: Saved<K>) => setDraft({ document: next.document, revision: next.revision }), []);
  const forget = useCallback(() => localStorage.removeItem(key), [key]);
  return { ...draft, changed, setDocument, adopt, forget };
}
