import { Alert, Button, Group, SegmentedControl, Stack, Text } from "@mantine/core";
import type { ReactNode } from "react";
import { usePreviews } from "../../../parts/queries";
import type { Exercise, Metre, Recipe } from "../../../api/types";
import { Contour } from "../../../parts/Contour/Contour";
import { useOffered } from "../../../parts/fields/Choice";
import { PreviewChoice } from "../../../parts/fields/PreviewChoice";
import { Sketch } from "../../../parts/fields/Sketch";
import type { PhraseProps } from "./PhraseProps";
import { problemAt } from "../problems";
import { CellFields } from "./CellFields";
import {
  ArpeggioFields,
  GuideFields,
  IntervalFields,
  PairFields,
  RunFields,
  UnbrokenFields,
  VoicingFields,
} from "./FigureFields";
import { LickFields } from "./lick/LickFields";
import classes from "../Bench.module.css";
import { freshOf } from "../../../parts/tables";
import { type Enclosure, freshEnclosure, kindOfFigure, takes } from "./aboutFigure";
import { KeepPiece } from "./rules/KeepPiece";
import { PlayedWhere } from "./rules/PlayedWhere";
import { useRecall } from "./recall";
import { withKind } from "./soundsKinds";

type Figure = Recipe["figure"];
type Kind = Figure["kind"];

const SHOWN = 16;

interface FigurePhraseProps extends PhraseProps {
  /** Whether it is a rule's figure: it has no course, and what is read out is the whole line's. */
  inRule?: boolean;
  /** What stands beside the figure there. */
  children?: ReactNode;
}

/** A recipe with another kind of figure, as it last was or as it begins; one that is a phrase stands once. */
function withFigure(recipe: Recipe, kind: Kind, known: Figure | undefined, tables: PhraseProps["tables"]): Recipe {
  const { fresh, stands_once } = kindOfFigure(tables, kind);
  const before = kindOfFigure(tables, recipe.figure.kind);
  const span = stands_once ? "once" : before.stands_once && recipe.path.span === "once" ? "ends" : recipe.path.span;
  return { ...recipe, figure: known ?? fresh, path: { ...recipe.path, span } };
}

/** What is played on every tone of the path, what it stands on, what leads into it, and its course. */
export function FigurePhrase({
  recipe,
  tables,
  problems,
  exercise,
  onChange,
  inRule = false,
  children,
}: FigurePhraseProps) {
  const { figure } = recipe;
  const recall = useRecall();
  const set = (next: Figure) => onChange({ ...recipe, figure: next });
  const fields = { recipe, error: problemAt(problems, "/figure"), onChange: set };
  const ladder = (kind: string) => ({
    ...recipe,
    ladder: recall("ladder", kind) ?? freshOf(tables.fresh.ladders, kind),
  });
  const enclosure = (kind: string) => ({
    ...recipe,
    enclosure: freshEnclosure(kind as Enclosure["kind"] | "nothing", recipe.enclosure, tables),
  });
  const course = (kind: string) => ({
    ...recipe,
    course: recall("course", kind) ?? freshOf(tables.fresh.courses, kind),
  });
  return (
    <Group align="flex-start" gap="lg">
      <Stack gap="sm" w="var(--panel-xl)">
        <KindOfFigure recipe={recipe} tables={tables} onChange={onChange} />
        {kindOfFigure(tables, figure.kind).needs_changes && recipe.sounds.kind !== "changes" && (
          <Alert color="lamp" p="xs">
            It needs chords to lead through.
            <Button
              size="compact-sm"
              variant="light"
              ml="sm"
              onClick={() =>
                onChange({
                  ...recipe,
                  sounds: recall("sounds", "changes") ?? withKind("changes", recipe.sounds, tables),
                })
              }
            >
              Take changes as the sound
            </Button>
          </Alert>
        )}
        {figure.kind === "run" && <RunFields run={figure} {...fields} />}
        {figure.kind === "cell" && <CellFields cell={figure} {...fields} />}
        {figure.kind === "intervals" && <IntervalFields intervals={figure} {...fields} />}
        {figure.kind === "arpeggios" && <ArpeggioFields arpeggios={figure} {...fields} />}
        {figure.kind === "pairs" && <PairFields pairs={figure} {...fields} />}
        {figure.kind === "unbroken" && <UnbrokenFields line={figure} {...fields} />}
        {figure.kind === "guide-tones" && <GuideFields guides={figure} {...fields} />}
        {figure.kind === "voicings" && <VoicingFields voicings={figure} {...fields} />}
        {figure.kind === "lick" && (
          <LickFields
            recipe={recipe}
            lick={figure}
            tables={tables}
            metre={(exercise?.metre ?? "4/4") as Metre}
            problems={problems}
            onChange={onChange}
          />
        )}
      </Stack>
      <Stack gap="sm" w={inRule ? "var(--panel-m)" : "var(--panel-s)"}>
        {!inRule && problems.length === 0 && exercise && <Reading exercise={exercise} />}
        {takes(recipe, "ladder", tables) && (
          <PreviewChoice
            label="Built on"
            field="LadderPart.kind"
            value={recipe.ladder.kind}
            recipeWith={ladder}
            onChange={(kind) => onChange(ladder(kind))}
          />
        )}
        {takes(recipe, "enclosure", tables) && (
          <PreviewChoice<string>
            label="Approach notes"
            field="Enclosure.kind"
            words={{ nothing: "nothing" }}
            value={recipe.enclosure?.kind ?? "nothing"}
            recipeWith={enclosure}
            onChange={(kind) => onChange(enclosure(kind))}
          />
        )}
        {!inRule && takes(recipe, "course", tables) && (
          <PreviewChoice
            label="Course"
            field="CoursePart.kind"
            value={recipe.course.kind}
            recipeWith={course}
            onChange={(kind) => onChange(course(kind))}
          />
        )}
        {children}
        {!kindOfFigure(tables, figure.kind).needs_changes && <KeepPiece recipe={recipe} />}
        {!inRule && recipe.sounds.kind === "changes" && (
          <PlayedWhere recipe={recipe} tables={tables} onChange={onChange} />
        )}
      </Stack>
    </Group>
  );
}

/** The kinds of figures, each with a sketch of what it would play here, as it begins. */
function KindOfFigure({ recipe, tables, onChange }: Pick<PhraseProps, "recipe" | "tables" | "onChange">) {
  const kinds = useOffered<Kind>("FigurePart.kind");
  const recall = useRecall();
  // Each kind as it begins, over changes where it needs them: typing in the fields of one asks for nothing new.
  const previewed = (kind: Kind) => {
    const begun = withFigure(recipe, kind, undefined, tables);
    const needed = kindOfFigure(tables, kind).needs_changes;
    return needed ? { ...begun, sounds: withKind("changes", recipe.sounds, tables) } : begun;
  };
  const previews = usePreviews(kinds.map(({ value }) => previewed(value)));
  return (
    <SegmentedControl
      aria-label="Figure"
      className={classes.kinds}
      size="xs"
      fullWidth
      withItemsBorders={false}
      value={recipe.figure.kind}
      onChange={(kind) =>
        kind !== recipe.figure.kind && onChange(withFigure(recipe, kind, recall("figure", kind), tables))
      }
      data={kinds.map(({ value, label }, place) => ({
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
