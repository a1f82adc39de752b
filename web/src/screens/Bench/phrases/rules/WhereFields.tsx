import { Group, Stack, Text, TextInput } from "@mantine/core";
import type { Exercise, Rule } from "../../../../api/types";
import { Choice } from "../../../../parts/fields/Choice";
import { ChordGrid } from "./ChordGrid";

type Where = Rule["where"];

interface WhereFieldsProps {
  where: Where;
  /** The rule's number. */
  place: number;
  exercise: Exercise | undefined;
  error: (field: string) => string | undefined;
  onChange: (where: Where) => void;
}

/** Where a rule holds: kinds of chords, places of the form, and chords that are pressed. */
export function WhereFields({ where, place, exercise, error, onChange }: WhereFieldsProps) {
  const set = (change: Partial<Where>) => onChange({ ...where, ...change });
  return (
    <Stack gap="sm" w="var(--panel-xl)">
      <Group grow align="flex-start">
        <TextInput
          label="Chord degree"
          description="II, V, ♭VII. Empty: any."
          maxLength={8}
          data-autofocus
          spellCheck={false}
          value={where.step}
          error={error("step")}
          onChange={(event) => set({ step: event.currentTarget.value })}
        />
        <Choice label="Function" field="Where.role" value={where.role} onChange={(role) => set({ role })} />
        <Choice label="Quality" field="Where.quality" value={where.quality} onChange={(quality) => set({ quality })} />
      </Group>
      <Group grow align="flex-start">
        <TextInput
          label="Bars"
          description="1-4, 7. Empty: all."
          maxLength={120}
          value={where.bars}
          error={error("bars")}
          onChange={(event) => set({ bars: event.currentTarget.value })}
        />
        <Choice
          label="In phrases"
          field="Where.phrase"
          value={String(where.phrase)}
          onChange={(phrase) => {
            const bars = Number(phrase) as Where["phrase"];
            set({ phrase: bars, phrase_bars: bars === 0 ? "" : where.phrase_bars || String(bars) });
          }}
        />
        <TextInput
          label="Which bars of it"
          maxLength={120}
          disabled={where.phrase === 0}
          value={where.phrase_bars}
          error={error("phrase_bars")}
          onChange={(event) => set({ phrase_bars: event.currentTarget.value })}
        />
      </Group>
      <Group grow align="flex-start">
        <TextInput
          label="Section"
          description="Empty: all."
          maxLength={40}
          value={where.section}
          error={error("section")}
          onChange={(event) => set({ section: event.currentTarget.value })}
        />
        <TextInput
          label="Chorus"
          description="Empty: all."
          maxLength={120}
          value={where.choruses}
          error={error("choruses")}
          onChange={(event) => set({ choruses: event.currentTarget.value })}
        />
      </Group>
      {exercise && (
        <ChordGrid
          exercise={exercise}
          rule={place}
          pressed={where.chords.map(({ chord }) => chord)}
          onPress={(chord, symbol) => {
            const without = where.chords.filter((one) => one.chord !== chord);
            set({ chords: without.length < where.chords.length ? without : [...without, { chord, symbol }] });
          }}
        />
      )}
      <Text size="sm" c="dimmed">
        All conditions must match. If several rules match, the most exact one plays: chosen chords first, then bars,
        phrases, sections and choruses, then chord degrees, function and quality.
      </Text>
    </Stack>
  );
}
