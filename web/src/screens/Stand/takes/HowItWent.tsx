import { Button, Group, Text } from "@mantine/core";
import type { Entry } from "../../../api/types";
import { useOffered } from "../../../parts/fields/Choice";

interface HowItWentProps {
  minutes: number;
  onSay: (word: Entry["word"]) => void;
}

/** What was played is written down; how it went is said with one press. */
export function HowItWent({ minutes, onSay }: HowItWentProps) {
  const words = useOffered<Entry["word"]>("entry.word");
  return (
    <Group gap="sm" role="group" aria-label="How it went">
      <Text size="lg">In the logbook: {Math.max(0.1, Math.round(10 * minutes) / 10)} min. How was it?</Text>
      {words.map(({ value, label }) => (
        <Button key={value} variant="default" onClick={() => onSay(value)}>
          {label}
        </Button>
      ))}
    </Group>
  );
}
