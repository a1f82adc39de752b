import { Select } from "@mantine/core";
import { useShelf } from "../api/shelves";
import type { ScaleChoice, Tables } from "../api/types";
import { choiceOf, scaleOptions, valueOf } from "./scales";

interface ScalePickerProps {
  label: string;
  description?: string;
  error?: string;
  tables: Tables;
  value: ScaleChoice | null;
  onChange: (scale: ScaleChoice) => void;
  /** Whether it stands inside a popover, which must not close under its list. */
  inside?: boolean;
}

/** Picks a scale of the catalogue or a saved one of one's own, found by any name or by its degrees. */
export function ScalePicker({ label, description, error, tables, value, onChange, inside }: ScalePickerProps) {
  const saved = useShelf("scales");
  const own = (saved.data ?? []).map((one) => one.document);
  const here = value !== null && typeof value !== "string" ? [value] : [];
  return (
    <Select
      label={label}
      description={description}
      error={error}
      data={scaleOptions(tables, [...own, ...here])}
      value={value === null ? null : valueOf(value)}
      searchable
      allowDeselect={false}
      nothingFoundMessage="No sound of this name. Try its degrees."
      comboboxProps={{ withinPortal: !inside }}
      onChange={(next) => next !== null && onChange(choiceOf(next))}
    />
  );
}
