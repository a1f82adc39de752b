import { Group, SegmentedControl, Stack, Text } from "@mantine/core";
import { usePreviews } from "../../../api/queries";
import type { Exercise, Metre, Recipe } from "../../../api/types";
import { Contour } from "../../../parts/Contour/Contour";
import { PreviewChoice } from "../../../parts/PreviewChoice";
import { Sketch } from "../../../parts/Sketch";
import type { PhraseProps } from "./PhraseProps";
import { problemAt } from "../problems";
import { CellFields } from "./CellFields";
import { ArpeggioFields, GuideFields, IntervalFields, PairFields, RunFields, UnbrokenFields } from "./FigureFields";
import { LickFields } from "./LickFields";
import { FRESH_COURSE, FRESH_LADDER, freshEnclosure, wordsOf } from "./aboutFigure";
import { withKind } from "./soundsKinds";

type Figure = Recipe["figure"];
type Kind = Figure["kind"];

const KINDS: { value: Kind; label: string }[] = [
  { value: "run", label: "Straight run" },
  { value: "cell", label: "Cell" },
  { value: "intervals", label: "Intervals" },
  { value: "arpeggios", label: "Arpeggios" },
  { value: "pairs", label: "Triad pair" },
  { value: "lick", label: "Own lick" },
  { value: "guide-tones", label: "Guide tones" },
  { value: "unbroken", label: "Unbroken" },
];
const FRESH: { [K in Kind]: Extract<Figure, { kind: K }> } = {
  run: { kind: "run", roots: "plain", tail: "none" },
  cell: { kind: "cell", text: "5 3 2 1", order: "written", reading: "degrees", lacking: "nearest", turned: { when: "never", how: "backwards" } },
  intervals: { kind: "intervals", size: 3, way: "up" },
  arpeggios: { kind: "arpeggios", tones: "triad", order: "up", rotation: 0, pivot: false, rhythm: "even" },
  pairs: { kind: "pairs", rank: 1, group: "threes", way: "up", order: "123" },
  unbroken: { kind: "unbroken", way: "up", step: 1 },
  "guide-tones": { kind: "guide-tones", begin: "nearest" },
  lick: { kind: "lick", text: "1:½ 2 3 5 ♯4 5 3:1", over: "C", fit: "sound" },
};
const SHOWN = 16;

/** A recipe with another kind of figure: a lick stands once on its root, others walk again; guide tones and unbroken lines need changes. */
function withFigure(recipe: Recipe, figure: Figure, tables: PhraseProps["tables"]): Recipe {
  const sounds = figure.kind === "guide-tones" || figure.kind === "unbroken" ? withKind("changes", recipe.sounds, tables) : recipe.sounds;
  const span = figure.kind === "lick" ? "once" : recipe.figure.kind === "lick" && recipe.path.span === "once" ? "ends" : recipe.path.span;
  return { ...recipe, figure, sounds, path: { ...recipe.path, span } };
}

/** What is played on every tone of the path, what it stands on, what leads into it, and its course. */
export function FigurePhrase({ recipe, tables, problems, exercise, onChange }: PhraseProps) {
  const { figure } = recipe;
  const words = wordsOf(tables);
  const set = (next: Figure) => onChange({ ...recipe, figure: next });
  const error = problemAt(problems, "/figure");
  const fields = { recipe, error, onChange: set };
  const ladder = (kind: Recipe["ladder"]["kind"]) => ({ ...recipe, ladder: FRESH_LADDER[kind] });
  const enclosure = (kind: Parameters<typeof freshEnclosure>[0]) => ({ ...recipe, enclosure: freshEnclosure(kind, recipe.enclosure) });
  const course = (kind: Recipe["course"]["kind"]) => ({ ...recipe, course: FRESH_COURSE[kind] });
  // Over changes a lick goes where the chords go: nothing leads into it, and it has no course.
  const lickOverChanges = figure.kind === "lick" && recipe.sounds.kind === "changes";
  return (
    <Group align="flex-start" wrap="nowrap" gap="lg">
      <Stack gap="sm" w={545}>
        <KindOfFigure recipe={recipe} tables={tables} onChange={onChange} />
        {figure.kind === "run" && <RunFields run={figure} {...fields} />}
        {figure.kind === "cell" && <CellFields cell={figure} {...fields} />}
        {figure.kind === "intervals" && <IntervalFields intervals={figure} {...fields} />}
        {figure.kind === "arpeggios" && <ArpeggioFields arpeggios={figure} {...fields} />}
        {figure.kind === "pairs" && <PairFields pairs={figure} words={words.pair_orders} {...fields} />}
        {figure.kind === "unbroken" && <UnbrokenFields line={figure} {...fields} />}
        {figure.kind === "guide-tones" && <GuideFields guides={figure} {...fields} />}
        {figure.kind === "lick" && <LickFields recipe={recipe} lick={figure} metre={(exercise?.metre ?? "4/4") as Metre} problems={problems} onChange={onChange} />}
      </Stack>
      <Stack gap="sm" w={290}>
        {problems.length === 0 && exercise && <Reading exercise={exercise} />}
        {figure.kind !== "pairs" && figure.kind !== "lick" && figure.kind !== "guide-tones" && (
          <PreviewChoice label="It stands on" value={recipe.ladder.kind} choices={words.ladders} recipeWith={ladder} onChange={(kind) => onChange(ladder(kind))} />
        )}
        {figure.kind !== "unbroken" && !lickOverChanges && (
          <PreviewChoice
            label="Led into by"
            value={recipe.enclosure?.kind ?? "nothing"}
            choices={{ nothing: "nothing", ...words.enclosures }}
            recipeWith={enclosure}
            onChange={(kind) => onChange(enclosure(kind))}
          />
        )}
        {figure.kind !== "guide-tones" && figure.kind !== "unbroken" && !lickOverChanges && (
          <PreviewChoice label="Course" value={recipe.course.kind} choices={words.courses} recipeWith={course} onChange={(kind) => onChange(course(kind))} />
        )}
      </Stack>
    </Group>
  );
}

/** The kinds of figures, each with a sketch of what it would play here, as it begins. */
function KindOfFigure({ recipe, tables, onChange }: Pick<PhraseProps, "recipe" | "tables" | "onChange">) {
  const with_ = (kind: Kind) => (kind === recipe.figure.kind ? recipe : withFigure(recipe, FRESH[kind], tables));
  // Each kind as it begins: typing in the fields of one asks for nothing new.
  const previews = usePreviews(KINDS.map(({ value }) => withFigure(recipe, FRESH[value], tables)));
  return (
    <SegmentedControl
      aria-label="Figure"
      size="xs"
      fullWidth
      value={recipe.figure.kind}
      onChange={(kind) => onChange(with_(kind as Kind))}
      data={KINDS.map(({ value, label }, place) => ({
        value,
        label: (
          <Stack gap={2} align="center">
            {label}
            <Sketch notes={previews.data?.[place]?.notes.slice(0, 8) ?? []} width={50} height={22} />
          </Stack>
        ),
      }))}
    />
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
        In {exercise.recipe.sounds.kind === "changes" ? strip?.heading : strip?.written.text}: {names}
        {all.length > SHOWN ? " …" : "."}
        {lacking && ` ${lacking.text}`}
      </Text>
      {notes.length > 0 && <Contour notes={notes} bar={exercise.bar} label={`Its line: ${names}`} step={3} />}
    </>
  );
}
