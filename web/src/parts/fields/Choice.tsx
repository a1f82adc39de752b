import { Select, type SelectProps } from "@mantine/core";
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
  const served = choicesOf(useLoadedTables(), field);
  const known = new Set(served.map(({ value }) => value));
  const own = Object.entries<string | undefined>(words).filter(([value]) => !known.has(value));
  return [
    ...own.map(([value, label]) => ({ value: value as T, label: label ?? value })),
    ...served.map(({ value, label }) => ({ value: value as T, label: words[value as T] ?? label })),
  ];
}

/** A Select over the values of a field that never goes empty. */
export function Choice<T extends string>({ field, words, onChange, list, ...select }: ChoiceProps<T>) {
  const offered = useOffered(field, words);
  return <Select {...select} data={offered} onChange={(next) => next !== null && onChange(next as T)} {...list} />;
}
