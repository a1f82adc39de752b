import { Button, Group, List, Stack, Text } from "@mantine/core";
import type { Judged, KeptTake } from "../../api/types";
import { TideLine } from "./TideLine";

interface JudgementProps {
  judged: Judged;
  /** A tempo (BPM) to try it slower. */
  slower: number;
  earlier: readonly KeptTake[];
  onAgain: () => void;
  onTempo: (tempo: number) => void;
}

const SHOWN = 4;

/** What is said of a take: sentences, the slips one by one, time as a line, and what may come next. */
export function Judgement({ judged, slower, earlier, onAgain, onTempo }: JudgementProps) {
  const slips = judged.slips.slice(0, 8);
  return (
    <Stack gap="xs" role="region" aria-label="The take">
      <Group justify="space-between" align="flex-start" wrap="nowrap" gap="xl">
        <Text size="xl" fw={600} role="status" flex={1}>
          {judged.sentences.join(" ")}
        </Text>
        <Group gap="sm">
          <Button variant="light" onClick={onAgain}>
            Once more
          </Button>
          <Button variant="light" onClick={() => onTempo(slower)}>
            Slower: {slower}
          </Button>
        </Group>
      </Group>
      <Group align="flex-start" gap="xl" wrap="nowrap">
        <Stack gap={4} flex={1} miw={0}>
          {judged.offsets.length > 0 && <TideLine offsets={judged.offsets} />}
        </Stack>
        <Stack gap={4} w="22rem">
          {slips.length > 1 && (
            <List size="sm">
              {slips.map((slip, place) => (
                <List.Item key={place}>{slip.words}</List.Item>
              ))}
            </List>
          )}
          {earlier.length > 1 && (
            <Text size="sm" c="dimmed">
              Before:{" "}
              {earlier
                .slice(1, SHOWN + 1)
                .map((take) => `${take.slips === 0 ? "clean" : `${take.slips} of ${take.notes}`} at ${take.tempo}`)
                .join(", ")}
            </Text>
          )}
        </Stack>
      </Group>
    </Stack>
  );
}
