/** The recipe on the bench: what is typed, kept in the browser until it is saved. */
import { useCallback, useEffect, useState } from "react";
import type { Recipe, Saved } from "../../api/types";

interface Kept {
  recipe: Recipe;
  /** The revision the work began from; null for a recipe that was never saved. */
  revision: number | null;
}

const keyOf = (id: string | undefined) => `dodecant.draft.${id ?? "new"}`;

/** Lay a recipe on the bench for a new start. */
export function layOnBench(recipe: Recipe): void {
  localStorage.setItem(keyOf(undefined), JSON.stringify({ recipe, revision: null } satisfies Kept));
}

function kept(id: string | undefined): Kept | null {
  try {
    const text = localStorage.getItem(keyOf(id));
    return text === null ? null : (JSON.parse(text) as Kept);
  } catch {
    return null;
  }
}

const same = (one: Recipe, other: Recipe) => JSON.stringify(one) === JSON.stringify(other);

export function useDraft(saved: Saved | undefined, blank: Recipe) {
  const id = saved?.id;
  const [draft, setDraft] = useState<Kept>(
    () => kept(id) ?? { recipe: saved?.recipe ?? blank, revision: saved?.revision ?? null },
  );
  const changed = !same(draft.recipe, saved?.recipe ?? blank);

  useEffect(() => {
    try {
      if (changed) localStorage.setItem(keyOf(id), JSON.stringify(draft));
      else localStorage.removeItem(keyOf(id));
    } catch {
      // A browser that keeps nothing still lets one work.
    }
  }, [changed, draft, id]);

  const setRecipe = useCallback((recipe: Recipe) => setDraft((now) => ({ ...now, recipe })), []);
  /** Take over what is kept on the server, after saving or loading. */
  const adopt = useCallback((next: Saved) => setDraft({ recipe: next.recipe, revision: next.revision }), []);
  /** Forget the work in the browser. */
  const forget = useCallback(() => localStorage.removeItem(keyOf(id)), [id]);
  return { recipe: draft.recipe, revision: draft.revision, changed, setRecipe, adopt, forget };
}
