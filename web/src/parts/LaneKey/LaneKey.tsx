import { Group, Text } from "@mantine/core";
import { choicesOf, useLoadedTables } from "../tables";
import classes from "./LaneKey.module.css";

const SAMPLES: Record<string, string> = { chord: "3", tension: "2", care: "4", outside: "♭5" };

/** What the weights of ink in the degree lane mean. */
export function LaneKey() {
  const roles = choicesOf(useLoadedTables(), "Tone.role");
  return (
    <Group gap="md" component="dl" m={0} aria-label="Weights of ink in the degree lane">
      {roles.map(({ value, label }) => (
        <Group key={value} gap={6}>
          <dt className={classes.sample} data-role={value}>
            {SAMPLES[value]}
          </dt>
          <Text component="dd" m={0} size="sm" c="dimmed">
            {label}
          </Text>
        </Group>
      ))}
    </Group>
  );
}
