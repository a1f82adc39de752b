import { Chip, Group, Text } from "@mantine/core";
import { useLoadedTables } from "../tables";

interface KeyChipsProps {
  label: string;
  value: string[];
  /** The keys in another order than up by half steps. */
  order?: readonly string[];
  error?: string | undefined;
  onChange: (keys: string[]) => void;
}

/** Some of the twelve keys. */
export function KeyChips({ label, value, order, error, onChange }: KeyChipsProps) {
  const { major_keys } = useLoadedTables();
  return (
    <div role="group" aria-label={label}>
      <Text size="sm" fw={500} mb={4}>
        {label}
      </Text>
      <Chip.Group multiple value={value} onChange={onChange}>
        <Group gap={6}>
          {(order ?? major_keys).map((key) => (
            <Chip key={key} value={key} size="xs">
              {key}
            </Chip>
          ))}
        </Group>
      </Chip.Group>
      {error !== undefined && (
        <Text size="xs" c="lamp.9" mt={4}>
          {error}
        </Text>
      )}
    </div>
  );
}
