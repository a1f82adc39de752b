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
  /** Whether it may be a fraction; it is then more than nothing. */
  fraction?: boolean;
  "data-autofocus"?: boolean;
}

/** A number, usually whole, inside the limits of its field; what is typed outside them changes nothing. */
export function Amount({ field, onChange, fraction = false, ...input }: AmountProps) {
  const { least, most } = limitsOf(useLoadedTables(), field);
  return (
    <NumberInput
      {...input}
      min={least}
      max={most}
      allowDecimal={fraction}
      onChange={(value) =>
        typeof value === "number" && value >= least && value <= most && !(fraction && value === 0) && onChange(value)
      }
    />
  );
}
