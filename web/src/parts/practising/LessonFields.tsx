import { ActionIcon, Button, Group, Stack } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { daysAfter, today } from "../../api/dates";
import type { AssignedPractice } from "../../api/types";
import { DayField } from "../fields/DayField";
import { KeyChips } from "../fields/KeyChips";
import { limitsOf, useLoadedTables } from "../tables";

type Lesson = AssignedPractice["lessons"][number];

interface LessonFieldsProps {
  lessons: Lesson[];
  onChange: (lessons: Lesson[]) => void;
}

const WEEK = 7;
/** Which keys are to be ready by which day. */
export function LessonFields({ lessons, onChange }: LessonFieldsProps) {
  const { most } = limitsOf(useLoadedTables(), "AssignedPractice.lessons");
  const put = (place: number, change: Partial<Lesson>) =>
    onChange(lessons.map((one, other) => (other === place ? { ...one, ...change } : one)));
  const add = () => {
    const last = lessons.at(-1)?.day ?? today();
    onChange([...lessons, { day: daysAfter(last, WEEK), keys: ["C"] }]);
  };
  return (
    <Stack gap="xs">
      {lessons.map(({ day, keys }, place) => (
        <Group key={place} align="flex-end">
          <DayField
            label={`Lesson ${place + 1}`}
            w="var(--field-m)"
            value={day}
            onChange={(next) => next !== null && put(place, { day: next })}
          />
          <KeyChips
            label={`Keys by lesson ${place + 1}`}
            value={keys}
            onChange={(next) => next.length > 0 && put(place, { keys: next })}
          />
          <ActionIcon
            variant="subtle"
            aria-label={`Remove lesson ${place + 1}`}
            onClick={() => onChange(lessons.filter((_, other) => other !== place))}
          >
            <IconX size={16} />
          </ActionIcon>
        </Group>
      ))}
      {lessons.length < most && (
        <Group>
          <Button size="compact-sm" variant="default" onClick={add}>
            {lessons.length === 0 ? "Keys by lesson" : "Add a lesson"}
          </Button>
        </Group>
      )}
    </Stack>
  );
}
