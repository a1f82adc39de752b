import { Group, Select, TextInput } from "@mantine/core";
import { usePlayers } from "../../api/studio";
import { useShelf } from "../../api/shelves";
import type { Goal, Recipe, Step } from "../../api/types";
import { Amount } from "../../parts/fields/Amount";
import { KeyChips } from "../../parts/fields/KeyChips";
import { DayField } from "../../parts/fields/DayField";
import { Choice } from "../../parts/fields/Choice";
import { useWho } from "../../parts/Who";
import { useLoadedTables } from "../../parts/tables";
import { minutesOf } from "./queries";

interface GoalFieldsProps {
  goal: Goal;
  onChange: (goal: Goal) => void;
  others: readonly { title: string; other: number }[];
  /** What is wrong with one of its fields. */
  problem: (field: string) => string | undefined;
}

/** A goal: which recipe, in which keys, at what tempo, by when, and by which rules. */
export function GoalFields({ goal, onChange, others, problem }: GoalFieldsProps) {
  const recipes = useShelf("recipes").data ?? [];
  const routines = useShelf("routines").data ?? [];
  const [player] = useWho();
  const level = usePlayers().data?.find(({ id }) => id === player)?.profile.level ?? null;
  const { scales, fresh, keys_by_fourths } = useLoadedTables();
  const put = (change: Partial<Goal>) => onChange({ ...goal, ...change });
  const offered = goal.kind === "recipe" ? recipes : routines;
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
    put(change);
  };
  return (
    <>
      <Group align="flex-end">
        <TextInput
          label="Goal"
          w="var(--field-m)"
          maxLength={120}
          value={goal.title}
          error={goal.title.trim() === "" ? "Give it a name." : undefined}
          onChange={(event) => put({ title: event.currentTarget.value })}
        />
        <Choice
          label="It is"
          field="Goal.kind"
          w="var(--field-s)"
          value={goal.kind}
          onChange={(kind) => put({ kind, saved: "" })}
        />
        <Select
          label={goal.kind === "recipe" ? "Recipe" : "Routine"}
          placeholder="one of yours"
          w="var(--field-m)"
          searchable
          data={offered.map(({ id, title }) => ({ value: id, label: title }))}
          value={goal.saved || null}
          onChange={(id) => void choose(id)}
        />
        <Amount label="At" field="Goal.tempo" w="6.5rem" value={goal.tempo} onChange={(tempo) => put({ tempo })} />
        <Amount
          label="Minutes a key"
          field="Goal.minutes"
          fraction
          w="7rem"
          value={goal.minutes}
          onChange={(minutes) => put({ minutes })}
        />
        <DayField
          label="Finish by"
          placeholder="no date"
          clearable
          w="10rem"
          valueFormat="D MMM YYYY"
          value={goal.by}
          error={problem("by")}
          onChange={(by) => put({ by })}
        />
      </Group>
      <Group align="flex-end">
        <Choice label="Pace" field="Goal.pace" w="16rem" value={goal.pace} onChange={(pace) => put({ pace })} />
        {goal.pace === "in-days" && (
          <Amount label="Days" field="Goal.days" w="6.5rem" value={goal.days} onChange={(days) => put({ days })} />
        )}
        <Choice
          label="Order"
          field="Goal.order"
          w="var(--field-m)"
          value={goal.order}
          onChange={(order) => put({ order })}
        />
        {goal.kind === "recipe" && goal.saved !== "" && (
          <Amount
            label="Vary every"
            description="weeks (0: never)"
            field="Goal.version_weeks"
            w="8rem"
            value={goal.version_weeks}
            onChange={(version_weeks) => put({ version_weeks })}
          />
        )}
        <Amount
          label="In month"
          description="of the plan; 0: any"
          field="Goal.month"
          w="8rem"
          value={goal.month}
          onChange={(month) => put({ month })}
        />
        {others.length > 0 && (
          <Select
            label="After"
            error={problem("after")}
            w="var(--field-m)"
            data={[
              { value: "-1", label: "start now" },
              ...others.map(({ title, other }) => ({ value: String(other), label: title })),
            ]}
            value={String(goal.after)}
            onChange={(after) => put({ after: Number(after) })}
          />
        )}
      </Group>
      <KeyChips
        label="Keys, in their order"
        order={keys_by_fourths}
        value={goal.keys}
        onChange={(keys) => keys.length > 0 && put({ keys })}
      />
    </>
  );
}
