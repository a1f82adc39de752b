import { Group, Radio, Stack, TextInput, UnstyledButton } from "@mantine/core";
import type { Recipe } from "../../../api/types";
import { Choice, useOffered } from "../../../parts/fields/Choice";
import { PreviewChoice } from "../../../parts/fields/PreviewChoice";

type Cell = Extract<Recipe["figure"], { kind: "cell" }>;

interface CellFieldsProps {
  cell: Cell;
  recipe: Recipe;
  error?: string;
  onChange: (cell: Cell) => void;
}

const EXAMPLES = ["5 3 2 1", "1 2 3 5", "1 3 5 7", "3 1 2 5-", "1 ♯4 5 8"];

/** A cell as it is typed, how its numbers are read, and when it is turned. */
export function CellFields({ cell, recipe, error, onChange }: CellFieldsProps) {
  const { turned } = cell;
  const readings = useOffered("Cell.reading");
  return (
    <>
      <TextInput
        label="Numbers of the cell"
        description="♭ or ♯ before a number insists on exactly that; + or - after it moves an octave. Type b and # if you like."
        value={cell.text}
        error={error}
        data-autofocus
        spellCheck={false}
        onChange={(event) => onChange({ ...cell, text: event.currentTarget.value })}
      />
      <Group gap="xs" aria-label="Examples">
        {EXAMPLES.map((text) => (
          <UnstyledButton
            key={text}
            fz="sm"
            c="var(--accent)"
            td="underline"
            onClick={() => onChange({ ...cell, text })}
          >
            {text}
          </UnstyledButton>
        ))}
      </Group>
      <Group grow align="flex-end">
        <PreviewChoice
          label="Reverse"
          value={turned.when}
          field="Turned.when"
          recipeWith={(when) => ({ ...recipe, figure: { ...cell, turned: { ...turned, when } } })}
          onChange={(when) => onChange({ ...cell, turned: { ...turned, when } })}
        />
        {turned.when !== "never" && (
          <Choice
            label="How"
            value={turned.how}
            field="Turned.how"
            onChange={(how) => onChange({ ...cell, turned: { ...turned, how } })}
          />
        )}
        <Choice
          label="Order"
          value={cell.order}
          field="Cell.order"
          onChange={(order) => onChange({ ...cell, order })}
        />
      </Group>
      <Radio.Group
        label="In a scale with gaps, 1 2 3 4 5 means"
        value={cell.reading}
        onChange={(reading) => onChange({ ...cell, reading: reading })}
      >
        <Stack gap={6} mt={6}>
          {readings.map(({ value, label }) => (
            <Radio key={value} value={value} label={label} />
          ))}
        </Stack>
      </Radio.Group>
      {cell.reading === "degrees" && (
        <Choice
          label="Missing degrees"
          value={cell.lacking}
          onChange={(lacking) => onChange({ ...cell, lacking })}
          field="Cell.lacking"
        />
      )}
    </>
  );
}
