import { ActionIcon, Button, Group, NumberInput, Stack, Text, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import type { Fingering, Strip } from "../../../api/types";
import { problemAt } from "../problems";
import type { PhraseProps } from "./PhraseProps";

interface PinFieldsProps {
  fingering: Fingering;
  /** The first strip: its notes are counted. */
  strip: Strip | undefined;
  problems: PhraseProps["problems"];
  onChange: (fingering: Fingering) => void;
}

/** Notes whose fingering is kept as it is typed; the rest is worked out round them. */
export function PinFields({ fingering, strip, problems, onChange }: PinFieldsProps) {
  const { pins } = fingering;
  const notes = strip?.bars.flatMap((bar) => bar.notes) ?? [];
  const put = (next: Fingering["pins"]) => onChange({ ...fingering, pins: next });
  const set = (place: number, change: Partial<Fingering["pins"][number]>) =>
    put(pins.map((pin, number) => (number === place ? { ...pin, ...change } : pin)));
  const [first] = notes;
  return (
    <Stack gap={6} role="group" aria-label="Pinned notes">
      <Text size="sm" fw={500}>
        Pinned notes
      </Text>
      {pins.map((pin, place) => (
        <Group key={place} gap="xs" align="flex-start" wrap="nowrap">
          <NumberInput
            label="Note"
            w="5rem"
            min={1}
            max={Math.max(1, notes.length)}
            value={pin.note}
            error={problemAt(problems, `/fingering/pins/${place}/note`)}
            onChange={(note) => typeof note === "number" && set(place, { note })}
          />
          {fingering.kind === "fretted" && (
            <NumberInput
              label="String"
              w="5rem"
              min={0}
              max={8}
              value={pin.string}
              onChange={(string) => typeof string === "number" && set(place, { string })}
            />
          )}
          <TextInput
            label={`Played by (${notes[pin.note - 1]?.written.name ?? "?"})`}
            flex={1}
            maxLength={4}
            value={pin.finger}
            error={problemAt(problems, `/fingering/pins/${place}/finger`)}
            onChange={(event) => set(place, { finger: event.currentTarget.value })}
          />
          <ActionIcon
            variant="subtle"
            mt={26}
            aria-label={`Remove the pin of note ${pin.note}`}
            onClick={() => put(pins.filter((_, number) => number !== place))}
          >
            <IconX size={16} />
          </ActionIcon>
        </Group>
      ))}
      <Button
        size="xs"
        variant="default"
        style={{ alignSelf: "start" }}
        disabled={first?.fingering == null}
        onClick={() => put([...pins, { note: 1, string: 0, finger: first?.fingering?.text ?? "1" }])}
      >
        Pin a note
      </Button>
    </Stack>
  );
}
