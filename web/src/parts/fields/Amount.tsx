import { NumberInput } from "@mantine/core";
import { limitsOf, useLoadedTables } from "../tables";

interface AmountProps {
  label: string;
  description?: string;
  error?: string;
  /** The field whose limits the server knows: "Call.bars". */
  field: string;
  value: number;
  onChange: (value: number) => void;
  size?: "xs" | "sm";
  /** How wide: a token, "var(--field-s)". */
  w?: string;
  disabled?: boolean;
  "data-autofocus"?: boolean;
}

/** A whole number inside the limits of its field; what is typed outside them changes nothing. */
export function Amount({ field, onChange, ...input }: AmountProps) {
  const { least, most } = limitsOf(useLoadedTables(), field);
  return (
    <NumberInput
      {...input}
      min={least}
      max={most}
      allowDecimal={false}
      onChange={(value) => typeof value === "number" && value >= least && value <= most && onChange(value)}
    />
  );
}
