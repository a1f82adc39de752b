import { Button, Group, NumberInput, Select, Stack, Text, Title } from "@mantine/core";
import { useWho } from "../../parts/Who";
import { useState } from "react";
import { dayInWords, weekOf } from "../../api/dates";
import type { PlanDay, PlanDocument, PlanState } from "../../api/types";
import { Window } from "../../parts/Window";
import { tell } from "../../parts/tell";
import classes from "./Plan.module.css";
import { useKeepPlan } from "./queries";

const SHOWN = 8;

/** The weeks as lines of text: each day its keys, its minutes and its reason; a day can be set by hand. */
export function Weeks({ plan }: { plan: PlanState }) {
  const [all, setAll] = useState(false);
  const [setting, setSetting] = useState<PlanDay | null>(null);
  const weeks = new Map<string, PlanDay[]>();
  for (const day of plan.days) weeks.set(weekOf(day.day), [...(weeks.get(weekOf(day.day)) ?? []), day]);
  const shown = [...weeks].filter(([, days]) => days.some(({ items }) => items.length > 0));
  return (
    <Stack gap="lg">
      {shown.length === 0 && <Text>Nothing is planned. Say what you want to reach under “Goals and rules”.</Text>}
      {shown.slice(0, all ? undefined : SHOWN).map(([monday, days]) => (
        <section key={monday}>
          <Title order={2} size="h4" mb={4}>
            Week of {dayInWords(monday)}
          </Title>
          {days.map((day) => (
            <Group key={day.day} gap="sm" wrap="nowrap" align="baseline" className={classes.day}>
              <Text flex={1}>
                <b>{dayInWords(day.day)}:</b>{" "}
                {day.items.length === 0
                  ? day.cap === 0
                    ? "off."
                    : "nothing is due."
                  : `${day.items.map(({ title, key, why }) => `${title} in ${key} (${why})`).join("; ")}. ${Math.round(day.minutes)} of ${Math.round(day.cap)} minutes.`}{" "}
                {day.caution}
              </Text>
              <Button size="compact-sm" variant="subtle" onClick={() => setSetting(day)}>
                {day.pinned ? "Set by hand" : "Change"}
              </Button>
            </Group>
          ))}
        </section>
      ))}
      {shown.length > SHOWN && !all && (
        <Button variant="default" onClick={() => setAll(true)}>
          All {shown.length} weeks
        </Button>
      )}
      {setting && <SetDay key={setting.day} day={setting} plan={plan} onDone={() => setSetting(null)} />}
    </Stack>
  );
}

/** A plan with a day set by hand, or left to the plan again. */
function withPin(document: PlanDocument, pin: PlanDocument["pins"][number] | null, day: string): PlanDocument {
  const others = document.pins.filter((one) => one.day !== day);
  return { ...document, pins: pin === null ? others : [...others, pin] };
}

function SetDay({ day, plan, onDone }: { day: PlanDay; plan: PlanState; onDone: () => void }) {
  const [player] = useWho();
  const keep = useKeepPlan(player);
  const [minutes, setMinutes] = useState(Math.round(day.cap));
  // A look, and what mends a slip, are the plan's own.
  const sessions = day.items.filter(({ comes }) => comes === "new" || comes === "again");
  const [items, setItems] = useState(sessions.map(({ goal, key }) => ({ goal, key })));
  const { document, revision } = plan;
  const offered = document.goals.flatMap((goal, place) =>
    goal.keys.map((key) => ({ value: `${place} ${key}`, label: `${goal.title} in ${key}` })),
  );
  const save = (pin: PlanDocument["pins"][number] | null) =>
    keep.mutate(
      { document: withPin(document, pin, day.day), revision },
      { onSuccess: onDone, onError: (error) => tell("The day was not changed", error) },
    );
  return (
    <Window opened onClose={onDone} title={dayInWords(day.day)} size="md">
      <Stack>
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
