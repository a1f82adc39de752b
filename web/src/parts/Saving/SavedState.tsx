import { Text } from "@mantine/core";

interface SavedStateProps {
  /** Whether it differs from what is saved. */
  changed: boolean;
  /** Whether it was ever saved. */
  saved: boolean;
}

/** Whether all is saved, in the same words and the same room everywhere, so that nothing moves when it is. */
export function SavedState({ changed, saved }: SavedStateProps) {
  return (
    <Text size="sm" c="dimmed" role="status" miw={{ base: 0, sm: "6rem" }}>
      {changed ? "Not saved yet" : saved ? "Saved" : ""}
    </Text>
  );
}
