import { Button, Group, NumberInput, Select, Stack, Text, Title } from "@mantine/core";
import { useState } from "react";
import { dayInWords } from "../../api/dates";
import type { PlanDay, PlanState } from "../../api/types";
import { useWho } from "../../parts/Who";
import { Window } from "../../parts/Window";
import { tell } from "../../parts/tell";
import { type Pin, sessionsOf, withPin } from "./days";
import { useKeepPlan } from "./queries";

/** A day of the plan: what is due and why, and its minutes and items set by hand. */
export function SetDay({ day, plan, onDone }: { day: PlanDay; plan: PlanState; onDone: () => void }) {
  const [player] = useWho();
  const keep = useKeepPlan(player);
  const [minutes, setMinutes] = useState(Math.round(day.cap));
  const [items, setItems] = useState(sessionsOf(day));
  const { document, revision } = plan;
  const offered = document.goals.flatMap((goal, place) =>
    goal.keys.map((key) => ({ value: `${place} ${key}`, label: `${goal.title} in ${key}` })),
  );
  const save = (pin: Pin | null) =>
    keep.mutate(
      { document: withPin(document, pin, day.day), revision },
      { onSuccess: onDone, onError: (error) => tell("The day was not changed", error) },
    );
  return (
    <Window opened onClose={onDone} title={dayInWords(day.day)} size="md">
      <Stack gap="sm">
        {day.items.map(({ title, key, why, comes, degree }) => (
          <div key={`${title} ${key} ${comes} ${degree}`}>
            <Text fw={600} size="sm">
              {title} in {key}
            </Text>
            <Text size="sm" c="dimmed">
              {why}
            </Text>
          </div>
        ))}
        {day.items.length === 0 && <Text>{day.cap === 0 ? "A day off." : "Nothing is due."}</Text>}
        {day.caution && <Text size="sm">{day.caution}</Text>}
        <Title order={3} size="h5">
          Set it by hand
        </Title>
        <NumberInput
          label="Minutes"
          min={0}
          max={600}
          value={minutes}
          onChange={(value) => typeof value === "number" && setMinutes(value)}
        />
        {items.map(({ goal, key }, place) => (
          <Group key={`${goal} ${key}`} wrap="nowrap">
            <Text flex={1}>
              {document.goals[goal]?.title} in {key}
            </Text>
            <Button
              size="compact-sm"
              variant="subtle"
              onClick={() => setItems(items.filter((_, other) => other !== place))}
            >
              Remove
            </Button>
          </Group>
        ))}
        <Select
          label="Add"
          placeholder="a goal in a key"
          searchable
          data={offered.filter(({ value }) => !items.some(({ goal, key }) => value === `${goal} ${key}`))}
          value={null}
          onChange={(value) => {
            const [goal = "0", ...key] = (value ?? "").split(" ");
            if (value !== null) setItems([...items, { goal: Number(goal), key: key.join(" ") }]);
          }}
        />
        <Group justify="space-between">
          <Button variant="default" onClick={() => save(null)}>
            Let the plan decide
          </Button>
          <Button loading={keep.isPending} onClick={() => save({ day: day.day, minutes, items })}>
            Save
          </Button>
        </Group>
      </Stack>
    </Window>
  );
}
