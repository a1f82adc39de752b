import { Anchor, Button, Group, List, Stack, Text } from "@mantine/core";
import { Link } from "react-router";
import { dayInWords, today } from "../../api/dates";
import type { PlanState } from "../../api/types";
import { Dial } from "../../parts/Dial/Dial";
import { pitchClass } from "../../parts/music/keys";
import { keysOf, todayInWords } from "../../parts/TodayLine";
import { lasting } from "../../parts/lasting";
import { useLoadedTables } from "../../parts/tables";
import { useGivenToStand, useTakeToStand } from "./useTakeToStand";
import classes from "./Plan.module.css";

/** What is due today, as a line of text with its dial; the next day where nothing is. */
export function Today({ plan }: { plan: PlanState }) {
  const take = useTakeToStand();
  const takeGiven = useGivenToStand();
  const { major_keys } = useLoadedTables();
  const first = plan.days.find(({ day }) => day === today());
  const due = first?.items ?? [];
  const next = plan.days.find(({ day, items }) => day > today() && items.length > 0);
  if (plan.document.goals.length === 0 && plan.given.length === 0)
    return (
      <Text>
        There is no goal yet. Say under{" "}
        <Anchor component={Link} to="?show=goals">
          Goals and rules
        </Anchor>{" "}
        what you want to reach and by when; the days are worked out from it. Or run a{" "}
        <Anchor component={Link} to="?show=routines">
          routine
        </Anchor>
        .
      </Text>
    );
  return (
    <Group align="flex-start" gap="xl">
      <Dial route={due.map(({ key }) => pitchClass(key))} names={major_keys} size={220} />
      <Stack flex={1} miw="20rem" gap="sm">
        <Text className={classes.line}>{todayInWords(plan)}</Text>
        {first?.caution && <Text>{first.caution}</Text>}
        {due.map((item) => (
          <Group key={`${item.goal} ${item.key} ${item.comes} ${item.degree}`} wrap="nowrap" align="baseline">
            <Stack gap={0} flex={1}>
              <Text fw={600}>
                {item.title}: {item.key}, {lasting(item.minutes)}
                {item.comes !== "mend" && `, at ${item.tempo}`}
              </Text>
              <Text size="sm" c="dimmed">
                {item.why}.
              </Text>
            </Stack>
            <Button onClick={() => void take(item)}>Practise</Button>
          </Group>
        ))}
        {plan.given.map(({ assignment, title, due_words, minutes }) => (
          <Group key={assignment} wrap="nowrap" align="baseline">
            <Stack gap={0} flex={1}>
              <Text fw={600}>Given: {title}</Text>
              <Text size="sm" c="dimmed">
                {due_words}; {minutes > 0 ? `${lasting(minutes)} so far` : "not begun"}.
              </Text>
            </Stack>
            <Button variant="light" onClick={() => void takeGiven(assignment)}>
              Practise
            </Button>
          </Group>
        ))}
        {plan.done_today > 0 && <Text>Done today: {lasting(plan.done_today)}.</Text>}
        {due.length === 0 && next && (
          <Text c="dimmed">
            Next: {dayInWords(next.day)}, {keysOf(next.items)}.
          </Text>
        )}
        {plan.short.length > 0 && (
          <List size="sm" aria-label="What cannot be met">
            {plan.short.map(({ goal, words, cures }) => (
              <List.Item key={goal}>
                {words} {cures.join(" Or: ")}
              </List.Item>
            ))}
          </List>
        )}
        <Text size="xs" c="dimmed">
          Warm up first. Rest after twenty-five minutes. Stop when it hurts; pain that stays is for a doctor or a
          qualified teacher.
        </Text>
      </Stack>
    </Group>
  );
}
