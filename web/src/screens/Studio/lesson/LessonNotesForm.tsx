import { Button, Group, Stack, Textarea, Title } from "@mantine/core";
import { today } from "../../../api/dates";
import { useKeepLesson } from "../../../api/lessons";
import type { Lesson, LessonNotes } from "../../../api/types";
import { announce } from "../../../parts/Announced";
import { useFormDraft } from "../../../parts/documents/useFormDraft";
import { DayField } from "../../../parts/fields/DayField";
import { problemAt } from "../../../parts/problemAt";
import { UnsavedForm } from "../../../parts/Saving/UnsavedForm";
import { limitsOf, useLoadedTables } from "../../../parts/tables";

/** What is written down at a lesson, and the day of the next one. */
export function LessonNotesForm({ lesson, player }: { lesson: Lesson; player: number }) {
  const { longest } = limitsOf(useLoadedTables(), "LessonNotes.notes");
  const form = useFormDraft(`lesson.${player}.${today()}`, lesson.revision, lesson.notes);
  const keep = useKeepLesson(player);
  const put = (change: Partial<LessonNotes>) => form.set((now) => ({ ...now, ...change }));
  const save = () =>
    keep.mutate(
      { notes: form.value, revision: lesson.revision },
      {
        onSuccess: () => {
          form.forget();
          announce("Lesson saved");
        },
      },
    );
  return (
    <Stack gap="sm" component="section" aria-label="Notes of today">
      <Title order={3} size="h4">
        Notes of today
      </Title>
      <Textarea
        label="What to remember"
        autosize
        minRows={3}
        maxLength={longest}
        value={form.value.notes}
        error={problemAt(keep.error, "/notes") ?? (keep.error ? keep.error.message : undefined)}
        onChange={(event) => put({ notes: event.currentTarget.value })}
      />
      <Group align="flex-end">
        <DayField
          label="Next lesson"
          placeholder="no date"
          clearable
          w="var(--panel-s)"
          value={form.value.next_day}
          onChange={(next_day) => put({ next_day })}
        />
        <Button loading={keep.isPending} disabled={!form.changed} onClick={save}>
          Save
        </Button>
        <UnsavedForm form={form} />
      </Group>
    </Stack>
  );
}
