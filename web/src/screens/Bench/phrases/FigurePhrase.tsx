import { Group, Radio, SegmentedControl, Stack, Text, TextInput, UnstyledButton } from "@mantine/core";
import type { Exercise, Recipe } from "../../../api/types";
import { Choice } from "../../../parts/Choice";
import type { PhraseProps } from "../Sentence";
import { problemAt } from "../problems";

type Cell = Extract<Recipe["figure"], { kind: "cell" }>;

const FRESH: Cell = { kind: "cell", text: "5 3 2 1", reading: "degrees", lacking: "nearest" };
const EXAMPLES = ["5 3 2 1", "1 2 3 5", "1 3 5 7", "3 1 2 5-", "1 ♯4 5 8"];

/** A straight run, or a cell as it is typed. */
export function CellPhrase({ recipe, problems, exercise, onChange }: PhraseProps) {
  const { figure } = recipe;
  return (
    <Stack gap="sm" w={440}>
      <SegmentedControl
        aria-label="Figure"
        value={figure.kind}
        onChange={(kind) => onChange({ ...recipe, figure: kind === "run" ? { kind: "run" } : FRESH })}
        data={[
          { value: "run", label: "Straight run" },
          { value: "cell", label: "Cell" },
        ]}
      />
      {figure.kind === "run" ? (
        <Text size="sm" c="dimmed">
          The tones of the sound one by one, as the path walks.
        </Text>
      ) : (
        <>
          <CellFields cell={figure} error={problemAt(problems, "/figure")} onChange={(cell) => onChange({ ...recipe, figure: cell })} />
          {problems.length === 0 && exercise && <CellReading exercise={exercise} length={figure.text.trim().split(/[\s,]+/).length} />}
        </>
      )}
    </Stack>
  );
}

/** What the numbers become in the first strip, and what the sound does not have. */
function CellReading({ exercise, length }: { exercise: Exercise; length: number }) {
  const strip = exercise.strips[0];
  const lacking = exercise.remarks.find((remark) => remark.kind === "lacks" && remark.pointer === "/figure/text");
  const notes = strip?.bars.flatMap((bar) => bar.notes).slice(0, length) ?? [];
  return (
    <Text size="sm" role="status">
      In {strip?.written.text}: {notes.map((note) => note.written.name.replace(/-?\d+$/, "")).join(" ")}.
      {lacking && ` ${lacking.text}`}
    </Text>
  );
}

function CellFields({ cell, error, onChange }: { cell: Cell; error?: string; onChange: (cell: Cell) => void }) {
  return (
    <>
      <TextInput
        label="Numbers of the cell"
        description="♭ or ♯ before a number insists on exactly that; + or - after it moves an octave. Type b and # if you like."
        value={cell.text}
        error={error}
        data-autofocus
        spellCheck={false}
        onChange={(event) => onChange({ ...cell, text: event.currentTarget.value })}
      />
      <Group gap="xs" aria-label="Examples">
        {EXAMPLES.map((text) => (
          <UnstyledButton key={text} fz="sm" c="var(--accent)" td="underline" onClick={() => onChange({ ...cell, text })}>
            {text}
          </UnstyledButton>
        ))}
      </Group>
      <Radio.Group
        label="In a sound with gaps, 1 2 3 4 5 means"
        value={cell.reading}
        onChange={(reading) => onChange({ ...cell, reading: reading as Cell["reading"] })}
      >
        <Stack gap={6} mt={6}>
          <Radio value="degrees" label="degrees: a major pentatonic has 1 2 3 5 6" />
          <Radio value="rungs" label="rungs: its five tones are 1 2 3 4 5" />
        </Stack>
      </Radio.Group>
      {cell.reading === "degrees" && (
        <Choice
          label="A degree the sound does not have"
          value={cell.lacking}
          onChange={(lacking) => onChange({ ...cell, lacking })}
          choices={{ nearest: "becomes the nearest tone", chromatic: "is played all the same", drop: "is left out" }}
        />
      )}
    </>
  );
}
