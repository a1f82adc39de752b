import { Group, type SelectProps, Stack, Text } from "@mantine/core";
import { useMemo, useState } from "react";
import { usePreviews } from "../queries";
import type { Recipe } from "../../api/types";
import { Sketch } from "./Sketch";

const NAMED = 8;
/** Its line is there before it is known, so that nothing moves under the hand when it comes. */
const NOT_YET = "\u00a0";
const LIST: Partial<SelectProps> = {
  maxDropdownHeight: 330,
  comboboxProps: { withinPortal: false, width: "max-content", position: "bottom-start" },
  styles: { dropdown: { minWidth: 340 } },
};

const firstOf = (words: string) => words.split(" ").slice(0, NAMED).join(" ") || NOT_YET;

/** What makes the list of a Select show what each of its values would play: notes by name or their fingers, and their shape. */
export function usePreviewed<T extends string>(
  values: readonly T[],
  recipeWith: (value: T) => Recipe,
  shows: "names" | "fingers" = "names",
): Partial<SelectProps> {
  const [open, setOpen] = useState(false);
  const { data } = usePreviews(open ? values.map(recipeWith) : []);
  return useMemo(
    () => ({
      ...LIST,
      onDropdownOpen: () => setOpen(true),
      onDropdownClose: () => setOpen(false),
      renderOption: ({ option }) => {
        const preview = data?.[values.indexOf(option.value as T)];
        return (
          <Group justify="space-between" wrap="nowrap" gap="md" w="100%">
            <Stack gap={0}>
              <Text size="sm">{option.label}</Text>
              <Text size="xs" c="dimmed">
                {preview ? firstOf(shows === "fingers" ? preview.fingers : preview.names) : NOT_YET}
              </Text>
            </Stack>
            {preview && preview.notes.length > 0 && <Sketch notes={preview.notes} />}
          </Group>
        );
      },
    }),
    [values, data, shows],
  );
}
