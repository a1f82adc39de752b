/** What lies on the stand: a recipe, taken there from anywhere, and the strip to begin with. */
import type { Recipe } from "../api/types";

export interface OnStand {
  recipe: Recipe;
  strip: number;
  /** Its id on the shelf, where it is saved. */
  id: string;
}

const KEY = "dodecant.stand";

/** Put a recipe on the stand; the stand's own page shows it. */
export function putOnStand(recipe: Recipe, strip = 0, id = ""): void {
  localStorage.setItem(KEY, JSON.stringify({ recipe, strip, id } satisfies OnStand));
}

/** What lies there, or null. */
export function whatIsOnStand(): OnStand | null {
  try {
    const text = localStorage.getItem(KEY);
    return text === null ? null : (JSON.parse(text) as OnStand);
  } catch {
    return null;
  }
}
