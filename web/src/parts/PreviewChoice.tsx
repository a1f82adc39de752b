import { Group, Select, Stack, Text } from "@mantine/core";
import { useState } from "react";
import { usePreviews } from "../api/queries";
import type { Recipe } from "../api/types";
import type { ChoiceProps } from "./Choice";
import { Sketch } from "./Sketch";

interface PreviewChoiceProps<T extends string> extends Omit<ChoiceProps<T>, "width"> {
  /** The recipe as it would be with a choice. */
  recipeWith: (value: T) => Recipe;
}

const NAMED = 8;

/** A choice whose list shows what each of its values would play, in the current key. */
export function PreviewChoice<T extends string>(props: PreviewChoiceProps<T>) {
  const { label, description, error, value, choices, recipeWith, onChange } = props;
  const [open, setOpen] = useState(false);
  const values = Object.keys(choices) as T[];
  const previews = usePreviews(open ? values.map(recipeWith) : []);
  return (
    <Select
      label={label}
      description={description}
      error={error}
      value={value}
      allowDeselect={false}
      maxDropdownHeight={330}
      comboboxProps={{ withinPortal: false, width: "max-content", position: "bottom-start" }}
      styles={{ dropdown: { minWidth: 340 } }}
      data={values.map((key) => ({ value: key, label: choices[key] }))}
      onDropdownOpen={() => setOpen(true)}
      onDropdownClose={() => setOpen(false)}
      onChange={(next) => next !== null && onChange(next as T)}
      renderOption={({ option }) => {
        const preview = previews.data?.[values.indexOf(option.value as T)];
        return (
          <Group justify="space-between" wrap="nowrap" gap="md" w="100%">
            <Stack gap={0}>
              <Text size="sm">{option.label}</Text>
              {preview && (
                <Text size="xs" c="dimmed">
                  {preview.names.split(" ").slice(0, NAMED).join(" ")}
                </Text>
              )}
            </Stack>
            {preview && preview.notes.length > 0 && <Sketch notes={preview.notes} />}
          </Group>
        );
      }}
    />
  );
}
