import { Button, Select, SimpleGrid, TextInput } from "@mantine/core";
import type { FormPhrase, Goal } from "../../api/types";
import { Amount } from "../../parts/fields/Amount";
import { Choice } from "../../parts/fields/Choice";
import { DayField } from "../../parts/fields/DayField";
import { KeyChips } from "../../parts/fields/KeyChips";
import { type Editors, SentenceForm } from "../../parts/Sentence/SentenceForm";
import { useLoadedTables } from "../../parts/tables";
import { useGoalChoice } from "./useGoalChoice";

interface GoalSentenceProps {
  goal: Goal;
  phrases: readonly FormPhrase[];
  onChange: (goal: Goal) => void;
  others: readonly { title: string; other: number }[];
  /** What is wrong with one of its fields. */
  problem: (field: string) => string | undefined;
  /** Whether it was just added: what is practised is asked for first. */
  fresh: boolean;
  onRemove: () => void;
}

/** A goal: which recipe, in which keys, at what tempo, by when, and by which rules. */
export function GoalSentence({ goal, phrases, onChange, others, problem, fresh, onRemove }: GoalSentenceProps) {
  const { keys_by_fourths } = useLoadedTables();
  const put = (change: Partial<Goal>) => onChange({ ...goal, ...change });
  const editors: Editors = {
    title: () => <WhatFields goal={goal} onChange={onChange} />,
    tempo: () => (
      <Amount label="Target tempo" field="Goal.tempo" value={goal.tempo} onChange={(tempo) => put({ tempo })} />
    ),
    keys: () => (
      <KeyChips
        label="Keys, in their order"
        order={keys_by_fourths}
        value={goal.keys}
        onChange={(keys) => keys.length > 0 && put({ keys })}
      />
    ),
    minutes: () => (
      <Amount
        label="Minutes a key"
        field="Goal.minutes"
        fraction
        value={goal.minutes}
        onChange={(minutes) => put({ minutes })}
      />
    ),
    pace: () => (
      <SimpleGrid cols={goal.pace === "in-days" ? 2 : 1}>
        <Choice label="Pace" field="Goal.pace" value={goal.pace} onChange={(pace) => put({ pace })} />
        {goal.pace === "in-days" && (
          <Amount label="Days" field="Goal.days" value={goal.days} onChange={(days) => put({ days })} />
        )}
      </SimpleGrid>
    ),
    order: () => <Choice label="Order" field="Goal.order" value={goal.order} onChange={(order) => put({ order })} />,
    by: () => (
      <DayField
        label="Finish by"
        placeholder="no date"
        clearable
        w="var(--field-m)"
        value={goal.by}
        onChange={(by) => put({ by })}
      />
    ),
    version_weeks: () => (
      <Amount
        label="Vary every"
        description="weeks (0: never)"
        field="Goal.version_weeks"
        value={goal.version_weeks}
        onChange={(version_weeks) => put({ version_weeks })}
      />
    ),
    month: () => (
      <Amount
        label="In month"
        description="of the plan (0: any)"
        field="Goal.month"
        value={goal.month}
        onChange={(month) => put({ month })}
      />
    ),
    after: () => (
      <Select
        label="After"
        allowDeselect={false}
        data={[
          { value: "-1", label: "start now" },
          ...others.map(({ title, other }) => ({ value: String(other), label: title })),
        ]}
        value={String(goal.after)}
        onChange={(after) => put({ after: Number(after) })}
      />
    ),
  };
  return (
    <SentenceForm
      label={`The goal ${goal.title} as a sentence`}
      phrases={phrases}
      editors={editors}
      problem={problem}
      begin={fresh ? "title" : undefined}
      actions={
        <Button size="compact-sm" variant="subtle" ml="auto" onClick={onRemove}>
          Remove goal
        </Button>
      }
    />
  );
}

/** A recipe or a routine of one's own, under a title. */
function WhatFields({ goal, onChange }: { goal: Goal; onChange: (goal: Goal) => void }) {
  const { offered, choose } = useGoalChoice(goal, onChange);
  return (
    <>
      <Choice
        label="It is"
        field="Goal.kind"
        value={goal.kind}
        onChange={(kind) => onChange({ ...goal, kind, saved: "" })}
      />
      <Select
        label={goal.kind === "recipe" ? "Recipe" : "Routine"}
        placeholder="one of yours"
        searchable
        data-autofocus
        data={offered.map(({ id, title }) => ({ value: id, label: title }))}
        value={goal.saved || null}
        onChange={(id) => void choose(id)}
      />
      <TextInput
        label="Goal"
        maxLength={120}
        value={goal.title}
        error={goal.title.trim() === "" ? "Give it a name." : undefined}
        onChange={(event) => onChange({ ...goal, title: event.currentTarget.value })}
      />
    </>
  );
}
