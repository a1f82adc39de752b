import { Anchor, Button, Group, Stack, Text } from "@mantine/core";
import { use } from "react";
import type { Recipe } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { InOrder } from "../../../parts/fields/InOrder";
import { Choice } from "../../../parts/fields/Choice";
import { limitsOf } from "../../../parts/tables";
import { Dial } from "../../../parts/Dial/Dial";
import { keyName, pitchClass, toggled } from "../../../parts/music/keys";
import type { PhraseProps } from "./PhraseProps";
import { Opening } from "./rules/opening";
import { problemAt } from "../problems";

type Keys = Recipe["keys"];

/** The order of the keys, or the keys themselves. */
export function KeysPhrase({ recipe, tables, problems, exercise, onChange }: PhraseProps) {
  const { keys } = recipe;
  const { open } = use(Opening);
  const set = (change: Partial<Keys>) => onChange({ ...recipe, keys: { ...keys, ...change } });
  const names = exercise?.key_names ?? tables.major_keys;
  const picked = keys.order === "picked";
  const route = picked ? keys.picked.map(pitchClass) : [];
  const error = problemAt(problems, "/keys");
  return (
    <Group align="flex-start" gap="lg">
      <Stack gap="sm" w="var(--panel-s)">
        <Choice label="Order" field="KeyRoute.order" value={keys.order} onChange={(order) => set({ order })} />
        {!picked && (
          <Text size="sm">
            They begin in {keyName(keys.start)}, the key of the sound.{" "}
            <Anchor component="button" type="button" size="sm" onClick={() => open("sounds")}>
              Begin in another key
            </Anchor>
          </Text>
        )}
        {keys.order === "shuffle" && (
          <Group align="flex-end" wrap="nowrap">
            <Amount
              label="Shuffle number"
              description="The same number gives the same order."
              field="KeyRoute.seed"
              value={keys.seed}
              onChange={(seed) => set({ seed })}
            />
            <Button
              variant="light"
              onClick={() => set({ seed: (keys.seed + 1) % limitsOf(tables, "KeyRoute.seed").most })}
            >
              Another order
            </Button>
          </Group>
        )}
        {picked && (
          <InOrder
            label="In this order"
            items={keys.picked}
            nameOf={keyName}
            onChange={(order) => set({ picked: order })}
          />
        )}
        {picked && (
          <Text size="sm" c={error ? "var(--mantine-color-error)" : "dimmed"}>
            {error ?? "Press the sides in the order you want the keys; press one again to remove it."}
          </Text>
        )}
      </Stack>
      {picked && (
        <Dial
          route={route}
          names={names}
          switches
          action="Pick"
          size={220}
          onSide={(key) => set({ picked: toggled(keys.picked, key, names) })}
        />
      )}
    </Group>
  );
}
