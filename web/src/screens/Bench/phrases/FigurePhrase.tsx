import { Group, SegmentedControl, Stack, Text } from "@mantine/core";
import type { Exercise, Recipe } from "../../../api/types";
import { Choice } from "../../../parts/Choice";
import { Contour } from "../../../parts/Contour/Contour";
import type { PhraseProps } from "./PhraseProps";
import { problemAt } from "../problems";
import { CellFields } from "./CellFields";
import { ArpeggioFields, IntervalFields, PairFields } from "./FigureFields";
import { COURSES, FRESH_COURSE, FRESH_LADDER, LADDERS, freshEnclosure, withNothing } from "./aboutFigure";

type Figure = Recipe["figure"];
type Kind = Figure["kind"];

const KINDS: { value: Kind; label: string }[] = [
  { value: "run", label: "Straight run" },
  { value: "cell", label: "Cell" },
  { value: "intervals", label: "Intervals" },
  { value: "arpeggios", label: "Arpeggios" },
  { value: "pairs", label: "Triad pair" },
];
const FRESH: { [K in Kind]: Extract<Figure, { kind: K }> } = {
  run: { kind: "run", roots: "plain", tail: "none" },
  cell: { kind: "cell", text: "5 3 2 1", reading: "degrees", lacking: "nearest", turned: { when: "never", how: "backwards" } },
  intervals: { kind: "intervals", size: 3, way: "up" },
  arpeggios: { kind: "arpeggios", tones: "triad", order: "up", rotation: 0, pivot: false },
  pairs: { kind: "pairs", rank: 1, group: "threes", way: "up", order: "123" },
};
const SHOWN = 16;

/** What is played on every tone of the path, what it stands on, what leads into it, and its course. */
export function FigurePhrase({ recipe, problems, exercise, onChange }: PhraseProps) {
  const { figure } = recipe;
  const set = (next: Figure) => onChange({ ...recipe, figure: next });
  const error = problemAt(problems, "/figure");
  return (
    <Group align="flex-start" wrap="nowrap" gap="lg">
      <Stack gap="sm" w={430}>
        <SegmentedControl aria-label="Figure" size="xs" value={figure.kind} onChange={(kind) => set(FRESH[kind as Kind])} data={KINDS} />
        {figure.kind === "run" && <RunFields run={figure} onChange={set} />}
        {figure.kind === "cell" && <CellFields cell={figure} error={error} onChange={set} />}
        {figure.kind === "intervals" && <IntervalFields intervals={figure} onChange={set} />}
        {figure.kind === "arpeggios" && <ArpeggioFields arpeggios={figure} onChange={set} />}
        {figure.kind === "pairs" && <PairFields pairs={figure} error={error} onChange={set} />}
      </Stack>
      <Stack gap="sm" w={290}>
        {problems.length === 0 && exercise && <Reading exercise={exercise} />}
        {figure.kind !== "pairs" && (
          <Choice
            label="It stands on"
            value={recipe.ladder.kind}
            choices={LADDERS}
            onChange={(kind) => onChange({ ...recipe, ladder: FRESH_LADDER[kind] })}
          />
        )}
        <Choice
          label="Led into by"
          value={recipe.enclosure?.kind ?? "nothing"}
          choices={withNothing}
          onChange={(kind) => onChange({ ...recipe, enclosure: kind === "nothing" ? null : freshEnclosure(kind, recipe.enclosure) })}
        />
        <Choice
          label="Course"
          value={recipe.course.kind}
          choices={COURSES}
          onChange={(kind) => onChange({ ...recipe, course: FRESH_COURSE[kind] })}
        />
      </Stack>
    </Group>
  );
}

/** What it becomes in the first strip, as notes and as a line, and what the sound does not have. */
function Reading({ exercise }: { exercise: Exercise }) {
  const strip = exercise.strips[0];
  const lacking = exercise.remarks.find((remark) => remark.kind === "lacks" && remark.pointer === "/figure/text");
  const all = strip?.bars.flatMap((bar) => bar.notes) ?? [];
  const notes = all.slice(0, SHOWN);
  const names = notes.map((note) => note.written.name.replace(/-?\d+$/, "")).join(" ");
  return (
    <>
      <Text size="sm" role="status">
        In {strip?.written.text}: {names}
        {all.length > SHOWN ? " …" : "."}
        {lacking && ` ${lacking.text}`}
      </Text>
      {notes.length > 0 && <Contour notes={notes} bar={exercise.beats} label={`Its line: ${names}`} step={3} />}
    </>
  );
}

type Run = Extract<Figure, { kind: "run" }>;

function RunFields({ run, onChange }: { run: Run; onChange: (run: Run) => void }) {
  return (
    <>
      <Choice
        label="The roots on the way"
        description="The tones of the ladder one by one, as the path walks."
        value={run.roots}
        choices={{ plain: "like all other tones", hold: "held twice as long", repeat: "struck twice" }}
        onChange={(roots) => onChange({ ...run, roots })}
      />
      <Choice
        label="At the end"
        value={run.tail}
        choices={{ none: "nothing more", arpeggio: "the arpeggio over the same span, up and back" }}
        onChange={(tail) => onChange({ ...run, tail })}
      />
    </>
  );
}
