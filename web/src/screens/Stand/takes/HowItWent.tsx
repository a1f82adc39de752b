import { Button, Group, Text } from "@mantine/core";
import type { Entry } from "../../../api/types";
import { useOffered } from "../../../parts/fields/Choice";
import { lasting } from "../../../parts/lasting";

interface HowItWentProps {
  minutes: number;
  onSay: (word: Entry["word"]) => void;
}

/** What was played is written down; how it went is said with one press. */
export function HowItWent({ minutes, onSay }: HowItWentProps) {
  const words = useOffered<Entry["word"]>("entry.word");
  return (
    <Group gap="sm" role="group" aria-label="How it went">
      <Text size="lg">In the logbook: {lasting(minutes)}. How did it go?</Text>
      {words.map(({ value, label }) => (
        <Button key={value} variant="default" onClick={() => onSay(value)}>
          {label}
        </Button>
      ))}
    </Group>
  );
}
