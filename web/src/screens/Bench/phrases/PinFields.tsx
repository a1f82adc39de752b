import { ActionIcon, Button, Group, NumberInput, Stack, Text, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import type { Fingering, Strip } from "../../../api/types";
import { Choice } from "../../../parts/fields/Choice";
import { withPins } from "../pins";
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
  const put = (next: Fingering["pins"]) => onChange(withPins(fingering, next));
  const first = notes[0]?.fingering?.text;
  const pin = (note: number, degree: string) =>
    put([...pins, { note, degree, string: 0, finger: first ?? "1", key: "" }]);
  const set = (place: number, change: Partial<Fingering["pins"][number]>) =>
    put(pins.map((pin, number) => (number === place ? { ...pin, ...change } : pin)));
  return (
    <Stack gap={6} role="group" aria-label="Pinned notes">
      <Text size="sm" fw={500}>
        Pinned notes
      </Text>
      {pins.map((pin, place) => (
        <Group key={place} gap="xs" align="flex-start" wrap="nowrap">
          {pin.note === 0 ? (
            <TextInput
              label="Degree"
              w="5rem"
              maxLength={6}
              value={pin.degree}
              error={problemAt(problems, `/fingering/pins/${place}/degree`)}
              onChange={(event) => set(place, { degree: event.currentTarget.value })}
            />
          ) : (
            <NumberInput
              label="Note"
              w="5rem"
              min={1}
              max={Math.max(1, notes.length)}
              value={pin.note}
              error={problemAt(problems, `/fingering/pins/${place}/note`)}
              onChange={(note) => typeof note === "number" && set(place, { note })}
            />
          )}
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
            label={playedBy(pin, notes[pin.note - 1]?.written.name)}
            flex={1}
            maxLength={4}
            value={pin.finger}
            error={problemAt(problems, `/fingering/pins/${place}/finger`)}
            onChange={(event) => set(place, { finger: event.currentTarget.value })}
          />
          <ActionIcon
            variant="subtle"
            mt={26}
            aria-label={`Remove the pin of ${pin.note === 0 ? pin.degree : `note ${pin.note}`}`}
            onClick={() => put(pins.filter((_, number) => number !== place))}
          >
            <IconX size={16} />
          </ActionIcon>
        </Group>
      ))}
      {"pins_hold" in fingering && pins.length > 0 && (
        <Choice
          label="Pins hold"
          description="Carried: which fingers cross where, which string, which partial."
          field="OnFrets.pins_hold"
          value={fingering.pins_hold}
          onChange={(pins_hold) => onChange({ ...fingering, pins_hold })}
        />
      )}
      <Group gap="xs">
        <Button size="xs" variant="default" disabled={first === undefined} onClick={() => pin(1, "")}>
          Pin a note
        </Button>
        <Button size="xs" variant="default" disabled={first === undefined} onClick={() => pin(0, "1")}>
          Pin a degree
        </Button>
      </Group>
    </Stack>
  );
}

/** What is typed into a pin: for which note, and in which key. */
function playedBy({ note, key }: Fingering["pins"][number], name = "?"): string {
  if (key) return `Played by, in ${key}`;
  return note === 0 ? "Played by" : `Played by (${name})`;
}
