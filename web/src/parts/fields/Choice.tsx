import { Select, type SelectProps } from "@mantine/core";
import { useCallbackRef } from "@mantine/hooks";
import { memo, useMemo } from "react";
import { choicesOf, useLoadedTables } from "../tables";

export interface ChoiceProps<T extends string> {
  label: string;
  description?: string;
  error?: string;
  value: T;
  /** The field whose choices the server names: "Path.by". */
  field: string;
  /** Words in place of the server's for some values, and for values of the screen's own. */
  words?: Partial<Record<T, string>>;
  onChange: (value: T) => void;
  /** How wide: a token, "var(--field-s)". */
  w?: string;
  disabled?: boolean;
  /** How its list is shown, where it is not a plain one. */
  list?: Partial<SelectProps>;
}

/** What a choice offers, in order: values of the screen's own first. */
export function useOffered<T extends string>(field: string, words: Partial<Record<T, string>> = {}) {
  const tables = useLoadedTables();
  const said = JSON.stringify(words);
  return useMemo(() => {
    const served = choicesOf(tables, field);
    const known = new Set(served.map(({ value }) => value));
    const words = JSON.parse(said) as Partial<Record<string, string>>;
    const own = Object.entries(words).filter(([value]) => !known.has(value));
    return [
      ...own.map(([value, label]) => ({ value: value as T, label: label ?? value })),
      ...served.map(({ value, label }) => ({ value: value as T, label: words[value] ?? label })),
    ];
  }, [tables, field, said]);
}

/** Not drawn anew with every key that is typed in a field beside it. */
const SteadySelect = memo(function SteadySelect(props: SelectProps) {
  return <Select {...props} />;
});

/** A Select over the values of a field that never goes empty. */
export function Choice<T extends string>({ field, words, onChange, list, ...select }: ChoiceProps<T>) {
  const offered = useOffered(field, words);
  const choose = useCallbackRef((next: string | null) => next !== null && onChange(next as T));
  return <SteadySelect {...select} data={offered} onChange={choose} {...list} />;
}
