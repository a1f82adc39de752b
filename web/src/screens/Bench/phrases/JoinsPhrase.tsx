import { Group, SimpleGrid, Stack, Text } from "@mantine/core";
import type { Recipe } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import type { PhraseProps } from "./PhraseProps";

type Joins = Recipe["joins"];
type Weight = "leap" | "repeat" | "direction_change" | "strong" | "range";

/** How a line goes over from chord to chord. */
export function JoinsPhrase({ recipe, tables, onChange }: PhraseProps) {
  const { joins } = recipe;
  const set = (change: Partial<Joins>) => onChange({ ...recipe, joins: { ...joins, ...change } });
  return (
    <Stack gap="sm" maw="var(--panel-l)" role="group" aria-label="From chord to chord">
      <Group grow align="flex-start">
        <Choice
          label="Each chord begins"
          description="Roots teach the form; near tones make it sing."
          value={joins.begin}
          field="Joins.begin"
          onChange={(begin) => set({ begin })}
        />
        <Choice
          label="Direction"
          description="Under each chord."
          field="Joins.direction"
          value={joins.direction}
          onChange={(direction) => set({ direction })}
        />
      </Group>
      <Choice
        label="A figure that does not fit before the next chord"
        value={joins.leftover}
        field="Joins.leftover"
        onChange={(leftover) => set({ leftover })}
      />
      <Choice label="The line is chosen" value={joins.keys} field="Joins.keys" onChange={(keys) => set({ keys })} />
      <Text size="sm" fw={600}>
        What a join costs, in points
      </Text>
      <SimpleGrid cols={2} spacing="xs">
        {Object.entries(tables.weights).map(([name, label]) => (
          <Amount
            key={name}
            size="xs"
            label={label}
            field={`Joins.${name}`}
            value={joins[name as Weight]}
            onChange={(value) => set({ [name]: value })}
          />
        ))}
      </SimpleGrid>
    </Stack>
  );
}
