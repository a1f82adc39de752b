import { Button, Group, NumberInput, Stack, Text } from "@mantine/core";
import type { Recipe } from "../../../api/types";
import { Choice } from "../../../parts/Choice";
import { Dial } from "../../../parts/Dial/Dial";
import { KEY_NAMES, pitchClass, toggled } from "../../../parts/keys";
import type { PhraseProps } from "./PhraseProps";
import { problemAt } from "../problems";

type Keys = Recipe["keys"];

const ORDERS: Record<Keys["order"], string> = {
  fourths: "by fourths (C F B♭)",
  fifths: "by fifths (C G D)",
  "half-steps-up": "up by half steps",
  "half-steps-down": "down by half steps",
  "whole-steps-up": "up by whole steps",
  "whole-steps-down": "down by whole steps",
  shuffle: "shuffled",
  picked: "picked on the dial",
};

const STARTS: Record<string, string> = Object.fromEntries(KEY_NAMES.map((name) => [name, name]));

/** The order of the keys, or the keys themselves. */
export function KeysPhrase({ recipe, problems, onChange }: PhraseProps) {
  const { keys } = recipe;
  const set = (change: Partial<Keys>) => onChange({ ...recipe, keys: { ...keys, ...change } });
  const picked = keys.order === "picked";
  const route = picked ? keys.picked.map(pitchClass) : [];
  const error = problemAt(problems, "/keys");
  return (
    <Group align="flex-start" wrap="nowrap" gap="lg">
      <Stack gap="sm" w={250}>
        <Choice label="Order" value={keys.order} choices={ORDERS} onChange={(order) => set({ order })} />
        {!picked && (
          <Choice
            label="Start"
            value={String(KEY_NAMES[pitchClass(keys.start)])}
            choices={STARTS}
            onChange={(start) => set({ start })}
          />
        )}
        {keys.order === "shuffle" && (
          <Group align="flex-end" wrap="nowrap">
            <NumberInput
              label="Shuffle number"
              description="The same number gives the same order."
              min={0}
              max={2147483647}
              allowDecimal={false}
              value={keys.seed}
              onChange={(seed) => typeof seed === "number" && set({ seed })}
            />
            <Button variant="light" onClick={() => set({ seed: (keys.seed + 1) % 2147483647 })}>
              Another
            </Button>
          </Group>
        )}
        {picked && (
          <Text size="sm" c={error ? "var(--mantine-color-error)" : "dimmed"}>
            {error ?? "Press the sides in the order you want the keys; press again to put one away."}
          </Text>
        )}
      </Stack>
      {picked && (
        <Dial route={route} switches action="Pick" size={220} onSide={(key) => set({ picked: toggled(keys.picked, key) })} />
      )}
    </Group>
  );
}
