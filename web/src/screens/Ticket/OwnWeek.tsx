import { Button, Group, List, Stack, Text, Title } from "@mantine/core";
import { useNavigate } from "react-router";
import { dayInWords, today } from "../../api/dates";
import { itemOnStand, useGuestWeek } from "../../api/ticket";
import type { GuestWeek, PlanDay } from "../../api/types";
import { putItemOnStand } from "../../parts/documents/onStand";
import { lasting } from "../../parts/lasting";
import { labelOf, useLoadedTables } from "../../parts/tables";
import { keysOf } from "../../parts/Today/todayInWords";
import { tell } from "../../parts/tell";

type Item = PlanDay["items"][number];

/** A student's own plan for today, with the way to the stand. */
export function OwnToday() {
  const { data: week, error } = useGuestWeek();
  if (error) return <Text c="lamp.9">{error.message}</Text>;
  return week === undefined ? null : <Today week={week} />;
}

/** The days after it, and what was done last. */
export function OwnWeek() {
  const { data: week } = useGuestWeek();
  if (week === undefined) return null;
  const later = week.days.filter(({ day, items }) => day > today() && items.length > 0);
  return (
    <>
      {later.length > 0 && (
        <section aria-label="The days after">
          <Title order={2} size="h4">
            The days after
          </Title>
          <List size="sm">
            {later.map(({ day, items, minutes }) => (
              <List.Item key={day}>
                {dayInWords(day)}: {items.map(({ title, key }) => `${title} in ${key}`).join("; ")}, {lasting(minutes)}
              </List.Item>
            ))}
          </List>
        </section>
      )}
      {week.done.length > 0 && <Done done={week.done} />}
    </>
  );
}

function Today({ week }: { week: GuestWeek }) {
  const navigate = useNavigate();
  const items = week.days.find(({ day }) => day === today())?.items ?? [];
  const take = async ({ goal, key, comes, degree }: Item) => {
    try {
      if (putItemOnStand(await itemOnStand({ goal, key, comes, degree }))) await navigate("/stand");
    } catch (error) {
      tell("The stand could not open it", error);
    }
  };
  if (items.length === 0 && week.done_today === 0) return null;
  return (
    <Stack gap="sm" component="section" aria-label="Today">
      <Title order={2} size="h4">
        Today{items.length > 0 && `: ${keysOf(items)}`}
      </Title>
      {items.map((item) => (
        <Group key={`${item.goal} ${item.key} ${item.comes} ${item.degree}`} wrap="nowrap" align="baseline">
          <Stack gap={0} flex={1}>
            <Text fw={600}>
              {item.title}: {item.key}, {lasting(item.minutes)}
            </Text>
            <Text size="sm" c="dimmed">
              {item.why}.
            </Text>
          </Stack>
          <Button variant="light" onClick={() => void take(item)}>
            Practise
          </Button>
        </Group>
      ))}
      {week.done_today > 0 && <Text>Done today: {lasting(week.done_today)}.</Text>}
    </Stack>
  );
}

function Done({ done }: Pick<GuestWeek, "done">) {
  const tables = useLoadedTables();
  return (
    <section aria-label="What you did">
      <Title order={2} size="h4">
        What you did
      </Title>
      <List size="sm">
        {done.map(({ day, what, key, tempo, minutes, word }, place) => (
          <List.Item key={`${place} ${day}`}>
            {dayInWords(day)}: {what}
            {key !== "" && ` in ${key}`}
            {tempo !== null && ` at ${tempo}`}, {lasting(minutes)}
            {word !== "" && `, ${labelOf(tables, "entry.word", word)}`}
          </List.Item>
        ))}
      </List>
    </section>
  );
}
