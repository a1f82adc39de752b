import { Alert, Button, Group, SegmentedControl, Skeleton, Stack, Table, Text } from "@mantine/core";
import { useState } from "react";
import { type Acceptance, useFewest } from "./queries";
import type { ChangesDraft, Chord, ChordChoice } from "../../api/types";
import { withSound } from "./choices";

interface FewestPanelProps {
  document: ChangesDraft;
  chords: Chord[];
  wanted: boolean;
  onChoose: (choices: ChangesDraft["choices"]) => void;
}

const WORDS: Record<Acceptance, string> = {
  strict: "Every chord tone is there and little rubs.",
  usual: "Every chord tone is there; avoid notes are allowed.",
  easy: "A chord tone may be missing here and there.",
};

/** The fewest sounds that serve the whole progression, and where they change. */
export function FewestPanel({ document, chords, wanted, onChoose }: FewestPanelProps) {
  const [accepted, setAccepted] = useState<Acceptance>("usual");
  const fewest = useFewest(document, accepted, wanted);
  const stretches = fewest.data?.stretches ?? [];
  const use = () => {
    let choices: ChordChoice[] = [...document.choices];
    for (const stretch of stretches) {
      stretch.chords.forEach((number, place) => {
        const [chord, root] = [chords[number], stretch.roots[place]];
        if (chord && root && !chord.chosen) choices = withSound(choices, chord, { scale: stretch.scale, root });
      });
    }
    onChoose(choices);
  };
  if (!wanted) return <Text c="dimmed">Correct the text first; then the sounds are counted.</Text>;
  return (
    <Stack gap="sm">
      <Group>
        <SegmentedControl
          aria-label="How well a sound must serve"
          value={accepted}
          onChange={(next) => setAccepted(next)}
          data={[
            { value: "strict", label: "Strictly" },
            { value: "usual", label: "As usual" },
            { value: "easy", label: "Loosely" },
          ]}
        />
        <Text size="sm" flex={1}>
          {WORDS[accepted]} Chosen sounds stay.
        </Text>
        <Button variant="light" disabled={stretches.length === 0} onClick={use}>
          Choose these
        </Button>
      </Group>
      {fewest.isError && <Alert color="red">{fewest.error.message}</Alert>}
      {fewest.data === undefined && !fewest.isError && (
        <Skeleton height={120} role="img" aria-label="Counting sounds" />
      )}
      {fewest.data && (
        <>
          <Text fw={650} role="status">
            {stretches.length === 1 ? "One sound serves it all." : `${stretches.length} stretches of one sound each.`}
          </Text>
          <Table aria-label="Stretches">
            <Table.Tbody>
              {stretches.map((stretch) => (
                <Table.Tr key={stretch.chords[0]}>
                  <Table.Th scope="row" w="var(--field-m)">
                    {stretch.name}
                    {stretch.pinned && " (chosen)"}
                  </Table.Th>
                  <Table.Td>{stretch.texts.join(" · ")}</Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        </>
      )}
    </Stack>
  );
}
