import { Button, Group, Switch, Text, TextInput } from "@mantine/core";
import type { Step } from "../../api/types";
import { Amount } from "../../parts/fields/Amount";
import { Choice } from "../../parts/fields/Choice";
import { useLoadedTables } from "../../parts/tables";

type RecipeStep = Extract<Step, { kind: "recipe" }>;

interface StepFieldsProps {
  step: RecipeStep;
  onChange: (step: RecipeStep) => void;
}

/** A step that is a recipe: tempo, ladder, repeats, curtain, and what opens the next one. */
export function StepFields({ step, onChange }: StepFieldsProps) {
  const { fresh } = useLoadedTables();
  const put = (change: Partial<RecipeStep>) => onChange({ ...step, ...change });
  return (
    <>
      <Group align="flex-end">
        <TextInput
          label="Step"
          flex="1 1 var(--field-m)"
          maxLength={120}
          value={step.title}
          onChange={(event) => put({ title: event.currentTarget.value })}
        />
        {step.ladder === null ? (
          <Amount
            label="Tempo"
            field="Recipe.tempo"
            w="6.5rem"
            value={step.tempo || step.recipe.tempo}
            onChange={(tempo) => put({ tempo })}
          />
        ) : (
          <>
            <Amount
              label="From"
              field="TempoLadder.begin"
              w="6rem"
              value={step.ladder.begin}
              onChange={(begin) =>
                step.ladder && put({ ladder: { ...step.ladder, begin, top: Math.max(begin, step.ladder.top) } })
              }
            />
            <Amount
              label="to"
              field="TempoLadder.top"
              w="6rem"
              value={step.ladder.top}
              onChange={(top) => step.ladder && put({ ladder: { ...step.ladder, top } })}
            />
          </>
        )}
        <Amount
          label="Times"
          field="RecipeStep.repeats"
          w="5.5rem"
          value={step.repeats}
          onChange={(repeats) => put({ repeats })}
        />
        <Choice
          label="Show"
          field="curtain"
          w="10.5rem"
          value={step.curtain}
          onChange={(curtain) => put({ curtain })}
        />
        <Choice
          label="What opens the next"
          field="Gate.kind"
          w="10rem"
          value={step.gate.kind}
          onChange={(kind) => put({ gate: { ...step.gate, kind } })}
        />
        {step.gate.kind === "takes" && (
          <Amount
            label="Clean takes"
            field="Gate.takes"
            w="6rem"
            value={step.gate.takes}
            onChange={(takes) => put({ gate: { ...step.gate, takes } })}
          />
        )}
      </Group>
      <Group>
        <Switch
          label="Climb a ladder of tempos"
          checked={step.ladder !== null}
          onChange={(event) => put({ ladder: event.currentTarget.checked ? fresh.ladder : null })}
        />
        <Switch
          label="The stand listens"
          checked={step.listens}
          onChange={(event) => put({ listens: event.currentTarget.checked })}
        />
        {step.full !== null && (
          <>
            <Text size="sm">Something is left out of it.</Text>
            <Button
              size="compact-sm"
              variant="light"
              onClick={() => step.full && put({ recipe: step.full, full: null })}
            >
              Put it back
            </Button>
          </>
        )}
      </Group>
    </>
  );
}
