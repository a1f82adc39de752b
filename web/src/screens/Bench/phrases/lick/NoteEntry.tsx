import { Button, Group, SegmentedControl, Stack } from "@mantine/core";
import { useState } from "react";
import { appended, withoutLast } from "../../../../parts/music/lick";

const LENGTHS = ["¼", "⅓", "½", "¾", "1", "1½", "2", "4"];
const NAMES = ["C", "D♭", "D", "E♭", "E", "F", "F♯", "G", "A♭", "A", "B♭", "B"];

/** Notes entered one by one: a length, an octave, and the twelve notes. */
export function NoteEntry({ text, onChange }: { text: string; onChange: (text: string) => void }) {
  const [length, setLength] = useState("½");
  const [octave, setOctave] = useState("4");
  const add = (name: string) => onChange(appended(text, name, length));
  return (
    <Stack gap={6} role="group" aria-label="Note entry">
      <Group gap="md">
        <SegmentedControl size="xs" aria-label="Length in beats" value={length} onChange={setLength} data={LENGTHS} />
        <SegmentedControl
          size="xs"
          aria-label="Octave"
          value={octave}
          onChange={setOctave}
          data={["2", "3", "4", "5", "6"]}
        />
      </Group>
      <Group gap={4}>
        {NAMES.map((name) => (
          <Button
            key={name}
            variant="default"
            size="compact-sm"
            px={7}
            fw={400}
            aria-label={`Add ${name}${octave}`}
            onClick={() => add(`${name}${octave}`)}
          >
            {name}
          </Button>
        ))}
        <Button variant="default" size="compact-sm" onClick={() => add("r")}>
          Rest
        </Button>
        <Button variant="default" size="compact-sm" onClick={() => onChange(withoutLast(text))}>
          Remove last
        </Button>
      </Group>
    </Stack>
  );
}
