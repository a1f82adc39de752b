import { Button, Group, Text, TextInput, Textarea } from "@mantine/core";
import type { FormPhrase, Step } from "../../api/types";
import { Amount } from "../../parts/fields/Amount";
import { standEditors } from "../../parts/practising/standEditors";
import { type Editors, SentenceForm } from "../../parts/Sentence/SentenceForm";
import { labelOf, useLoadedTables } from "../../parts/tables";

interface StepSentenceProps {
  step: Step;
  phrases: readonly FormPhrase[];
  onChange: (step: Step) => void;
}

/** A step of a routine: a recipe and how the stand is set for it, or something else to do. */
export function StepSentence({ step, phrases, onChange }: StepSentenceProps) {
  const tables = useLoadedTables();
  const title = () => (
    <TextInput
      label="Step"
      maxLength={120}
      value={step.title}
      onChange={(event) => onChange({ ...step, title: event.currentTarget.value })}
    />
  );
  const editors: Editors =
    step.kind === "task"
      ? {
          title,
          rule: () => (
            <Textarea
              label="Its rule"
              autosize
              w="var(--field-l)"
              maxLength={600}
              value={step.rule}
              onChange={(event) => onChange({ ...step, rule: event.currentTarget.value })}
            />
          ),
          minutes: () => (
            <Amount
              label="Minutes"
              field="FreeTask.minutes"
              value={step.minutes}
              onChange={(minutes) => onChange({ ...step, minutes })}
            />
          ),
        }
      : {
          title,
          tempo: () => (
            <Amount
              label="Tempo"
              field="Recipe.tempo"
              value={step.tempo || step.recipe.tempo}
              onChange={(tempo) => onChange({ ...step, tempo })}
            />
          ),
          ...standEditors(step, tables, (change) => onChange({ ...step, ...change }), {
            problems: [],
            at: "",
            word: labelOf(tables, "Gate.kind", "word"),
          }),
        };
  return (
    <>
      <SentenceForm label={`The step ${step.title} as a sentence`} phrases={phrases} editors={editors} />
      {step.kind === "recipe" && step.full !== null && (
        <Group>
          <Text size="sm">Something is left out of it.</Text>
          <Button
            size="compact-sm"
            variant="light"
            onClick={() => step.full && onChange({ ...step, recipe: step.full, full: null })}
          >
            Put it back
          </Button>
        </Group>
      )}
    </>
  );
}
