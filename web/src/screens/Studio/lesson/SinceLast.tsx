import { Anchor, List, Stack, Text, Title } from "@mantine/core";
import { Link } from "react-router";
import { dayInWords } from "../../../api/dates";
import type { Lesson } from "../../../api/types";
import { lasting } from "../../../parts/lasting";
import { labelOf, useLoadedTables } from "../../../parts/tables";

/** What was done since the last lesson: minutes, keys by tempo, what slips, what was not touched, questions. */
export function SinceLast({ lesson }: { lesson: Lesson }) {
  const tables = useLoadedTables();
  const { keys, slips, untouched, questions } = lesson;
  const days = `${lesson.days} ${lesson.days === 1 ? "day" : "days"}`;
  return (
    <Stack gap="sm">
      <Title order={3} size="h4">
        Since {dayInWords(lesson.since)}
      </Title>
      <Text>{lesson.minutes === 0 ? "Nothing was practised." : `${lasting(lesson.minutes)} on ${days}.`}</Text>
      {keys.length > 0 && (
        <List size="sm" aria-label="Keys by tempo">
          {keys.map(({ sound, key, before, now }) => (
            <List.Item key={`${sound} ${key}`}>
              <b>
                {key} {sound}
              </b>
              : {tempos(before, now)}
            </List.Item>
          ))}
        </List>
      )}
      {slips.length > 0 && (
        <Told title="What slips">
          {slips.map(({ sound, degree, kind, times, keys: where }) => (
            <List.Item key={`${sound} ${degree} ${kind}`}>
              {degree} of {sound}: {labelOf(tables, "slip.kind", kind)}, {times}× in {where.join(", ")}
            </List.Item>
          ))}
        </Told>
      )}
      {untouched.length > 0 && (
        <Told title="Not touched">
          {untouched.map((title) => (
            <List.Item key={title}>{title}</List.Item>
          ))}
        </Told>
      )}
      {questions.length > 0 && (
        <Told title="Questions">
          {questions.map(({ assignment, title, question }) => (
            <List.Item key={question.id}>
              {question.text}{" "}
              <Anchor component={Link} to={`?show=assignments&open=${assignment}`}>
                {title}
              </Anchor>
            </List.Item>
          ))}
        </Told>
      )}
    </Stack>
  );
}

function Told({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <div>
      <Text fw={600}>{title}</Text>
      <List size="sm" aria-label={title}>
        {children}
      </List>
    </div>
  );
}

/** From which tempo to which a key has come. */
function tempos(before: number | null, now: number | null): string {
  if (now === null) return "played, not comfortable yet";
  if (before === null) return `comfortable at ${now}, new`;
  return before === now ? `comfortable at ${now}, as before` : `from ${before} to ${now}`;
}
