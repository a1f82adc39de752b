import { Button, Group } from "@mantine/core";
import { UndoButtons } from "../Steps/UndoButtons";
import type { FormDraft } from "../documents/useFormDraft";
import { SavedState } from "./SavedState";

/** Whether what a form holds is saved (unsaved, it stays in this browser when the window closes); undo, and discard. */
export function UnsavedForm<T>({ form }: { form: FormDraft<T> }) {
  return (
    <Group gap="xs" mr="auto">
      <UndoButtons {...form.steps} undo={form.undo} redo={form.redo} named={() => ({ part: "the last change" })} />
      <SavedState changed={form.changed} saved={form.saved} />
      {form.changed && (
        <Button size="compact-sm" variant="subtle" onClick={form.forget}>
          Discard changes
        </Button>
      )}
    </Group>
  );
}
