import { Button, Group, Text } from "@mantine/core";
import type { FormDraft } from "../documents/useFormDraft";

/** Says that a form holds what is not kept yet (it stays there when the window closes), and takes it back on demand. */
export function UnsavedForm<T>({ form }: { form: FormDraft<T> }) {
  if (!form.changed) return null;
  return (
    <Group gap="xs" mr="auto">
      <Text size="sm" c="dimmed" role="status">
        Not kept yet; it stays here.
      </Text>
      <Button size="compact-sm" variant="subtle" onClick={form.forget}>
        Take it back
      </Button>
    </Group>
  );
}
