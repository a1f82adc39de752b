import { TextInput } from "@mantine/core";

interface PitchLimitProps {
  label: string;
  placeholder: string;
  value: string | null;
  error?: string;
  onChange: (value: string | null) => void;
}

/** A lowest or highest note, or none. */
export function PitchLimit({ label, placeholder, value, error, onChange }: PitchLimitProps) {
  return (
    <TextInput
      label={label}
      placeholder={placeholder}
      value={value ?? ""}
      error={error}
      spellCheck={false}
      onChange={(event) => onChange(event.currentTarget.value.trim() === "" ? null : event.currentTarget.value)}
    />
  );
}
