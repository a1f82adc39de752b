import { Button, Group, List, Stack, Text } from "@mantine/core";
import { dayInWords, today } from "../../api/dates";
import type { PlanState } from "../../api/types";
import { Dial } from "../Dial/Dial";
import { pitchClass } from "../music/keys";
import { keysOf, todayInWords } from "./todayInWords";
import { lasting } from "../lasting";
import { useLoadedTables } from "../tables";
import { useGivenToStand, useTakeToStand } from "./useTakeToStand";
import classes from "./Today.module.css";

/** Whether a plan has anything to say of a day: goals, or something assigned. */
export const isPlanned = (plan: PlanState | undefined): plan is PlanState =>
  plan !== undefined && (plan.document.goals.length > 0 || plan.given.length > 0);

interface TodayProps {
  plan: PlanState;
  /** How large its dial is, in px. */
  size?: number;
  /** Called when something was put on the stand, where the stand itself is open. */
  onPut?: () => void;
}

/** What is due today, as a line of text with its dial; the next day where nothing is. */
export function Today({ plan, size = 220, onPut }: TodayProps) {
  const take = useTakeToStand();
  const takeGiven = useGivenToStand();
  const { major_keys } = useLoadedTables();
  const first = plan.days.find(({ day }) => day === today());
  const due = first?.items ?? [];
  const next = plan.days.find(({ day, items }) => day > today() && items.length > 0);
  return (
    <Group align="flex-start" gap="xl">
      {due.length > 0 && <Dial route={due.map(({ key }) => pitchClass(key))} names={major_keys} size={size} />}
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
            <Button onClick={() => void take(item).then(onPut)}>Practise</Button>
          </Group>
        ))}
        {plan.given.map(({ assignment, title, due_words, minutes }) => (
          <Group key={assignment} wrap="nowrap" align="baseline">
            <Stack gap={0} flex={1}>
              <Text fw={600}>Assigned: {title}</Text>
              <Text size="sm" c="dimmed">
                {due_words}; {minutes > 0 ? `${lasting(minutes)} so far` : "not begun"}.
              </Text>
            </Stack>
            <Button variant="light" onClick={() => void takeGiven(assignment).then(onPut)}>
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
