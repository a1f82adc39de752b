import { Group, Text } from "@mantine/core";
import classes from "./LaneKey.module.css";

const WEIGHTS = [
  { role: "chord", sample: "3", name: "chord tone" },
  { role: "tension", sample: "2", name: "tension" },
  { role: "care", sample: "4", name: "handle with care" },
  { role: "outside", sample: "♭5", name: "from outside" },
] as const;

/** What the weights of ink in the degree lane mean. */
export function LaneKey() {
  return (
    <Group gap="md" component="dl" m={0} aria-label="Weights of ink in the degree lane">
      {WEIGHTS.map(({ role, sample, name }) => (
        <Group key={role} gap={6}>
          <dt className={classes.sample} data-role={role}>
            {sample}
          </dt>
          <Text component="dd" m={0} size="sm" c="dimmed">
            {name}
          </Text>
        </Group>
      ))}
    </Group>
  );
}
