import { Select, type SelectProps } from "@mantine/core";
import { useMemo } from "react";
import { useShelf } from "../../api/shelves";
import type { Recipe, ScaleChoice, Tables } from "../../api/types";
import { choiceOf, scaleOptions, valueOf } from "./scales";
import { usePreviewed } from "../fields/usePreviewed";

/** How many recipes are looked at at once. */
const MOST = 120;

interface ScalePickerProps {
  label: string;
  description?: string;
  error?: string;
  tables: Tables;
  value: ScaleChoice | null;
  onChange: (scale: ScaleChoice) => void;
  /** How its list is shown, where it is not a plain one; or that it may go empty. */
  list?: Partial<SelectProps>;
}

/** Picks a scale of the catalogue or a saved one of one's own, found by any name or by its degrees. */
export function ScalePicker({ label, description, error, tables, value, onChange, list }: ScalePickerProps) {
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
      nothingFoundMessage="Nothing matches. Try its degrees, such as 1 2 ♭3."
      onChange={(next) => next !== null && onChange(choiceOf(next))}
      {...list}
    />
  );
}

interface PreviewScalePickerProps extends Omit<ScalePickerProps, "list"> {
  /** The recipe as it would be with a scale. */
  recipeWith: (scale: ScaleChoice) => Recipe;
}

/** The same, its list showing what the recipe would play on each scale, in the current key. */
export function PreviewScalePicker({ recipeWith, ...picker }: PreviewScalePickerProps) {
  const saved = useShelf("scales").data;
  const { scales } = picker.tables;
  const values = useMemo(() => {
    const own = (saved ?? []).map((one) => valueOf(one.document));
    return [...scales.map((scale) => scale.id), ...own].slice(0, MOST);
  }, [scales, saved]);
  return <ScalePicker {...picker} list={usePreviewed(values, (value) => recipeWith(choiceOf(value)))} />;
}
