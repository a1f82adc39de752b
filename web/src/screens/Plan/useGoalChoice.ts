import { useShelf } from "../../api/shelves";
import { usePlayers } from "../../api/studio";
import type { Goal, Recipe, Step } from "../../api/types";
import { useWho } from "../../parts/Who";
import { useLoadedTables } from "../../parts/tables";
import { minutesOf } from "./queries";

/** What a goal can be, and choosing it: its sound, its tempo and the minutes of a key come with it. */
export function useGoalChoice(goal: Goal, onChange: (goal: Goal) => void) {
  const recipes = useShelf("recipes").data ?? [];
  const routines = useShelf("routines").data ?? [];
  const [player] = useWho();
  const level = usePlayers().data?.find(({ id }) => id === player)?.profile.level ?? null;
  const { scales, fresh } = useLoadedTables();
  const choose = async (id: string | null) => {
    const recipe = recipes.find((one) => one.id === id)?.document;
    const routine = routines.find((one) => one.id === id)?.document;
    if (id === null) return;
    const change: Partial<Goal> = { saved: id };
    if (goal.kind === "recipe" && recipe) {
      const { sounds, tempo, title } = recipe;
      const scale = sounds.kind === "one" ? scales.find((one) => one.id === sounds.scale) : undefined;
      Object.assign(change, { title: title || goal.title, tempo, sound: scale?.name ?? "" });
    }
    if (goal.kind === "routine" && routine) change.title = routine.title || goal.title;
    // What it takes to practise a key is known from the music and the player's level.
    const inOneKey = (one: Recipe): Recipe => ({ ...one, keys: { ...one.keys, order: "picked", picked: ["C"] } });
    const steps: Step[] =
      goal.kind === "recipe" && recipe
        ? [{ ...fresh.recipe_step, recipe: inOneKey(recipe) }]
        : (routine?.steps ?? []).map((step) =>
            step.kind === "recipe" ? { ...step, recipe: inOneKey(step.recipe) } : step,
          );
    const found = await minutesOf(player, { ...fresh.routine, steps }, level).catch(() => undefined);
    if (found && found.minutes > 0) change.minutes = Math.max(0.5, Math.ceil(2 * found.minutes) / 2);
    onChange({ ...goal, ...change });
  };
  return { offered: goal.kind === "recipe" ? recipes : routines, choose };
}
