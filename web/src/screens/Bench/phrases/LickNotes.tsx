import { Group, Menu, ScrollArea, Stack, Text, UnstyledButton } from "@mantine/core";
import type { LickNote } from "../../../api/types";
import { MARKS, type Mark, marked } from "./lick";
import classes from "./LickNotes.module.css";

interface LickNotesProps {
  notes: readonly LickNote[];
  text: string;
  onChange: (text: string) => void;
}

/** What each note of a lick is over its chord; a note opens what can be corrected. */
export function LickNotes({ notes, text, onChange }: LickNotesProps) {
  return (
    <Stack gap={4}>
      <Text size="sm" fw={500}>
        What each note does <Text span size="xs" c="dimmed" fw={400}>full: chord tone · framed: leads into another · press one to correct it</Text>
      </Text>
      <ScrollArea.Autosize mah={132} type="auto">
        <Group gap={4} role="list" aria-label="Notes of the lick">
          {notes.map((note, place) => (
            <div key={note.where} role="listitem" className={classes.note}>
              {note.chord !== notes[place - 1]?.chord && <span className={classes.chord}>{note.chord}</span>}
              <Menu position="bottom-start" withinPortal={false}>
                <Menu.Target>
                  <UnstyledButton className={classes.number} data-function={note.function} title={note.words} aria-label={`${note.name} over ${note.chord}: ${note.degree}, ${note.words}`}>
                    {note.degree}
                  </UnstyledButton>
                </Menu.Target>
                <Menu.Dropdown>
                  <Menu.Label>
                    {note.name} over {note.chord} ({note.sound}): {note.words}
                  </Menu.Label>
                  {(Object.keys(MARKS) as Mark[]).map((mark) => (
                    <Menu.Item key={mark} onClick={() => onChange(marked(text, note, mark))}>
                      {MARKS[mark]}
                    </Menu.Item>
                  ))}
                </Menu.Dropdown>
              </Menu>
            </div>
          ))}
        </Group>
      </ScrollArea.Autosize>
    </Stack>
  );
}
