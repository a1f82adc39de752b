import { Button, Group, Stack, Text } from "@mantine/core";
import { useState } from "react";
import type { Slip, Strip } from "../../../api/types";

interface AskDegreeProps {
  slip: Slip;
  strip: Strip;
  onDone: () => void;
}

/** Asks which degree of a bar it was that slipped, before it is told. */
export function AskDegree({ slip, strip, onDone }: AskDegreeProps) {
  const [said, setSaid] = useState<string | null>(null);
  const notes = strip.bars.find(({ number }) => number === slip.bar)?.notes ?? [];
  const numbers = [...new Set(notes.map(({ number, degree }) => number || degree))];
  const due = slip.number || (notes.find(({ id }) => id === slip.note)?.degree ?? "");
  return (
    <Stack gap="sm" role="region" aria-label="Which degree was it?">
      <Text size="xl" fw={600} role="status">
        {said === null
          ? `Something slipped in bar ${slip.bar}. Which degree was it?`
          : said === due
            ? `Yes, ${due}.`
            : `It was ${due}, not ${said}.`}
      </Text>
      <Group gap="sm">
        {numbers.map((number) => (
          <Button key={number} size="lg" variant="default" disabled={said !== null} onClick={() => setSaid(number)}>
            {number}
          </Button>
        ))}
        <Button size="lg" variant={said === null ? "subtle" : "light"} onClick={onDone}>
          {said === null ? "Tell me" : "See the take"}
        </Button>
      </Group>
    </Stack>
  );
}
