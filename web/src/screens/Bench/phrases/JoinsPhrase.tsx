import { Group, NumberInput, SimpleGrid, Stack, Text } from "@mantine/core";
import type { Recipe } from "../../../api/types";
import { Choice } from "../../../parts/Choice";
import type { PhraseProps } from "./PhraseProps";

type Joins = Recipe["joins"];
type Weight = "leap" | "repeat" | "turn" | "strong" | "range";

const WEIGHTS: Record<Weight, string> = {
  leap: "Leap, each half step beyond a step",
  repeat: "Note struck again",
  turn: "Turn of direction",
  strong: "Foreign tone on the chord's beat",
  range: "Edge of the range, each half step",
};

/** How a line goes over from chord to chord. */
export function JoinsPhrase({ recipe, onChange }: PhraseProps) {
  const { joins } = recipe;
  const set = (change: Partial<Joins>) => onChange({ ...recipe, joins: { ...joins, ...change } });
  return (
    <Stack gap="sm" maw={470} role="group" aria-label="From chord to chord">
      <Group grow align="flex-start">
        <Choice
          label="Each chord begins"
          description="Roots teach the form; near tones make it sing."
          value={joins.begin}
          choices={{ path: "where the path begins", any: "on the tone that joins best" }}
          onChange={(begin) => set({ begin })}
        />
        <Choice
          label="Direction"
          description="Under each chord."
          value={joins.way}
          choices={{ path: "the path's own", either: "whichever joins best" }}
          onChange={(way) => set({ way })}
        />
      </Group>
      <Choice
        label="A figure that does not fit before the next chord"
        value={joins.leftover}
        choices={{ cut: "is cut off", held: "is left out, the note before it held" }}
        onChange={(leftover) => set({ leftover })}
      />
      <Text size="sm" fw={600}>
        What a join costs, in points
      </Text>
      <SimpleGrid cols={2} spacing="xs">
        {(Object.keys(WEIGHTS) as Weight[]).map((name) => (
          <NumberInput
            key={name}
            size="xs"
            label={WEIGHTS[name]}
            min={0}
            max={10}
            clampBehavior="strict"
            allowDecimal={false}
            value={joins[name]}
            onChange={(value) => typeof value === "number" && set({ [name]: value })}
          />
        ))}
      </SimpleGrid>
    </Stack>
  );
}
