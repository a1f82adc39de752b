import { TextInput } from "@mantine/core";

interface PitchLimitProps {
  label: string;
  description: string;
  value: string | null;
  error?: string;
  onChange: (value: string | null) => void;
}

/** A lowest or highest note, or none. */
export function PitchLimit({ label, description, value, error, onChange }: PitchLimitProps) {
  return (
    <TextInput
      label={label}
      description={description}
      value={value ?? ""}
      error={error}
      spellCheck={false}
      onChange={(event) => onChange(event.currentTarget.value.trim() === "" ? null : event.currentTarget.value)}
    />
  );
}
