/** What lies on the stand: a recipe, taken there from anywhere, and the strip to begin with. */
import type { Curtain, ItemOnStand, OwnAssignment, Recipe, Routine, TempoLadder } from "../../api/types";

export interface OnStand {
  recipe: Recipe;
  strip: number;
  /** Its id on the shelf, where it is saved. */
  id: string;
  /** What changed in it since its first version, in words. */
  version?: string;
  /** What is shown of the page as it comes on the stand. */
  curtain?: Curtain;
  /** The tempos it goes through, from slow to how it stood. */
  ladder?: TempoLadder;
  /** The assignment it is practised for, by its number. */
  assignment?: number;
  /** The routine it is a step of, by its place, with its id on the shelf. */
  routine?: { routine: Routine; place: number; id: string };
}

const KEY = "dodecant.stand";

/** Put a recipe on the stand; the stand's own page shows it. */
export function putOnStand(
  recipe: Recipe,
  strip = 0,
  id = "",
  more: Omit<OnStand, "recipe" | "strip" | "id"> = {},
): void {
  const lying: OnStand = { recipe, strip, id, ...more };
  localStorage.setItem(KEY, JSON.stringify(lying));
}

/** Put a step of a routine on the stand; false for one that is no recipe. */
export function putStepOnStand(routine: Routine, place: number, id: string, assignment?: number): boolean {
  const step = routine.steps[place];
  if (step?.kind !== "recipe") return false;
  putOnStand({ ...step.recipe, tempo: step.tempo || step.recipe.tempo }, 0, step.saved, {
    routine: { routine, place, id },
    ...(assignment === undefined ? {} : { assignment }),
  });
  return true;
}

/** Put a routine on the stand, at its first step that is a recipe; false where it has none. */
function putRoutineOnStand(routine: Routine, id: string, assignment?: number): boolean {
  const first = routine.steps.findIndex(({ kind }) => kind === "recipe");
  return putStepOnStand(routine, first, id, assignment);
}

interface AsGiven {
  fits: Pick<OwnAssignment["fits"][number], "recipe" | "curtain">[];
  routine: Routine | null;
}

/** Put an assignment (by its number) on the stand as the player gets it. */
export function putAssignmentOnStand({ fits, routine }: AsGiven, saved: string, assignment: number): boolean {
  if (routine) return putRoutineOnStand(routine, saved, assignment);
  const [first] = fits;
  if (first) putOnStand(first.recipe, 0, saved, { curtain: first.curtain, assignment });
  return first !== undefined;
}

/** Put what an item of a plan asks for on the stand. */
export function putItemOnStand({ recipe, routine, saved, version, ladder }: ItemOnStand): boolean {
  if (routine) return putRoutineOnStand(routine, saved);
  if (recipe) putOnStand(recipe, 0, saved, { version, ...(ladder === null ? {} : { ladder }) });
  return recipe !== null;
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
