import { Select, type SelectProps } from "@mantine/core";

export interface ChoiceProps<T extends string> {
  label: string;
  description?: string;
  error?: string;
  value: T;
  /** What can be chosen: value and words, in order. */
  choices: Readonly<Record<T, string>>;
  onChange: (value: T) => void;
  width?: number;
  disabled?: boolean;
  /** How its list is shown, where it is not a plain one. */
  list?: Partial<SelectProps>;
}

/** A Select over a fixed set of values that never goes empty. */
export function Choice<T extends string>({ choices, onChange, width, list, ...field }: ChoiceProps<T>) {
  return (
    <Select
      {...field}
      allowDeselect={false}
      w={width}
      comboboxProps={{ withinPortal: false }}
      data={Object.entries<string>(choices).map(([key, words]) => ({ value: key, label: words }))}
      onChange={(next) => next !== null && onChange(next as T)}
      {...list}
    />
  );
}
