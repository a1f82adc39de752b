import { useState } from "react";

interface Options {
  /** Whether there may be no number at all. */
  emptyIsFine?: boolean;
}

/** A text field for whole numbers from 1, separated by spaces or commas; what is typed stays until it can be read. */
export function useNumbers(
  value: readonly number[],
  onChange: (numbers: number[]) => void,
  { emptyIsFine = false }: Options = {},
) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = (text: string): number[] | undefined => {
    const words = text.split(/[\s,]+/).filter(Boolean);
    const numbers = words.map(Number);
    const fine = numbers.every((one) => Number.isInteger(one) && one > 0) && (emptyIsFine || numbers.length > 0);
    return fine ? numbers : undefined;
  };
  return {
    value: typed ?? value.join(" "),
    error: typed !== null && read(typed) === undefined ? "Write numbers from 1: 1 4" : undefined,
    onChange: (event: { currentTarget: { value: string } }) => {
      const text = event.currentTarget.value;
      const numbers = read(text);
      setTyped(text);
      if (numbers !== undefined) onChange(numbers);
    },
    onBlur: () => setTyped((text) => (text !== null && read(text) !== undefined ? null : text)),
  };
}
