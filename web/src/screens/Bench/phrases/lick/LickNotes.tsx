import { Group, ScrollArea, SegmentedControl, Stack, Text, UnstyledButton } from "@mantine/core";
import { useState } from "react";
import type { LickNote } from "../../../../api/types";
import { MARKS, type Mark, markOf, marked } from "../../../../parts/music/lick";
import classes from "./LickNotes.module.css";

interface LickNotesProps {
  notes: readonly LickNote[];
  text: string;
  onChange: (text: string) => void;
}

/** What each note of a lick is over its chord; the chosen one can be corrected. */
export function LickNotes({ notes, text, onChange }: LickNotesProps) {
  const [place, setPlace] = useState<number | null>(null);
  const chosen = place === null ? undefined : notes[place];
  return (
    <Stack gap={4}>
      <Text size="sm" fw={500}>
        What each note does{" "}
        <Text span size="xs" c="dimmed" fw={400}>
          full: chord tone · framed: leads into another · press one to correct it
        </Text>
      </Text>
      <ScrollArea.Autosize mah={116} type="auto">
        <Group gap={4} role="list" aria-label="Notes of the lick">
          {notes.map((note, number) => (
            <div key={note.where} role="listitem" className={classes.note}>
              {note.chord !== notes[number - 1]?.chord && <span className={classes.chord}>{note.chord}</span>}
              <UnstyledButton
                className={classes.number}
                data-function={note.function}
                aria-pressed={number === place}
                aria-label={`${note.name} over ${note.chord}: ${note.degree}, ${note.words}`}
                title={note.words}
                onClick={() => setPlace(number === place ? null : number)}
              >
                {note.degree}
              </UnstyledButton>
            </div>
          ))}
        </Group>
      </ScrollArea.Autosize>
      {chosen && (
        <Stack gap={4}>
          <Text size="sm" role="status">
            {chosen.name} over {chosen.chord} ({chosen.sound}): {chosen.words}.
          </Text>
          <SegmentedControl
            size="xs"
            aria-label={`What ${chosen.name} does`}
            value={markOf(text, chosen)}
            onChange={(mark) => onChange(marked(text, chosen, mark as Mark))}
            data={Object.entries(MARKS).map(([value, label]) => ({ value, label }))}
          />
        </Stack>
      )}
    </Stack>
  );
}
