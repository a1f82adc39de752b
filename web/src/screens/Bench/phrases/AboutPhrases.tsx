import { Button, Group, Stack, TextInput } from "@mantine/core";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import { PreviewChoice } from "../../../parts/fields/PreviewChoice";
import { problemAt } from "../problems";
import type { PhraseProps } from "./PhraseProps";
import { freshOf } from "../../../parts/tables";
import { freshEnclosure } from "./aboutFigure";
import { useRecall } from "./recall";

/** What the line stands on. */
export function LadderPhrase({ recipe, tables, problems, onChange }: PhraseProps) {
  const { ladder } = recipe;
  const recall = useRecall();
  const error = problemAt(problems, "/ladder");
  const fresh = (kind: string) => ({
    ...recipe,
    ladder: recall("ladder", kind) ?? freshOf(tables.fresh.ladders, kind),
  });
  return (
    <Stack gap="sm" w="var(--panel-m)">
      <PreviewChoice
        label="Built on"
        field="LadderPart.kind"
        value={ladder.kind}
        error={error}
        recipeWith={fresh}
        onChange={(kind) => onChange(fresh(kind))}
      />
      {ladder.kind === "arpeggio" && (
        <>
          <Group grow align="flex-start">
            <Amount
              label="From step"
              field="ArpeggioLadder.step"
              value={ladder.step}
              onChange={(step) => onChange({ ...recipe, ladder: { ...ladder, step } })}
            />
            <Amount
              label="Tones"
              field="ArpeggioLadder.size"
              value={ladder.size}
              onChange={(size) => onChange({ ...recipe, ladder: { ...ladder, size } })}
            />
          </Group>
          <Choice
            label="Stacked in"
            field="ArpeggioLadder.stacked"
            value={ladder.stacked}
            onChange={(stacked) => onChange({ ...recipe, ladder: { ...ladder, stacked } })}
          />
        </>
      )}
      {ladder.kind === "pair" && (
        <Amount
          label="Which pair, as they are ranked"
          field="PairLadder.rank"
          value={ladder.rank}
          onChange={(rank) => onChange({ ...recipe, ladder: { ...ladder, rank } })}
        />
      )}
    </Stack>
  );
}

/** What leads into the targets, which tones those are, and where they land. */
export function EnclosurePhrase({ recipe, tables, problems, onChange }: PhraseProps) {
  const { enclosure } = recipe;
  if (enclosure === null) return null;
  const set = (change: Partial<typeof enclosure>) => onChange({ ...recipe, enclosure: { ...enclosure, ...change } });
  return (
    <Stack gap="sm" w="var(--panel-m)">
      <PreviewChoice
        label="Approach notes"
        field="Enclosure.kind"
        value={enclosure.kind}
        recipeWith={(kind) => ({ ...recipe, enclosure: freshEnclosure(kind, enclosure, tables) })}
        onChange={(kind) => set({ kind })}
      />
      <Choice
        label="Targets: figures that begin on"
        field="Enclosure.targets"
        value={enclosure.targets}
        onChange={(targets) => set({ targets })}
      />
      {enclosure.targets === "chosen" && (
        <TextInput
          label="Chosen degrees"
          value={enclosure.degrees}
          error={problemAt(problems, "/enclosure/degrees")}
          spellCheck={false}
          onChange={(event) => set({ degrees: event.currentTarget.value })}
        />
      )}
      <Choice
        label="Targets land"
        description="On the beat: with a pickup, and the tone before held where it must wait."
        field="Enclosure.landing"
        value={enclosure.landing}
        onChange={(landing) => set({ landing })}
      />
      <Button variant="default" onClick={() => onChange({ ...recipe, enclosure: null })}>
        No approach notes
      </Button>
    </Stack>
  );
}

/** How the figures follow on each other. */
export function CoursePhrase({ recipe, tables, problems, onChange }: PhraseProps) {
  const { course } = recipe;
  const recall = useRecall();
  const error = problemAt(problems, "/course");
  const fresh = (kind: string) => ({
    ...recipe,
    course: recall("course", kind) ?? freshOf(tables.fresh.courses, kind),
  });
  return (
    <Stack gap="sm" w="var(--panel-m)">
      <PreviewChoice
        label="Course"
        field="CoursePart.kind"
        value={course.kind}
        recipeWith={fresh}
        onChange={(kind) => onChange(fresh(kind))}
      />
      {course.kind === "return" && (
        <Group grow align="flex-start">
          <TextInput
            label="Home degree"
            value={course.degree}
            error={error}
            onChange={(event) => onChange({ ...recipe, course: { ...course, degree: event.currentTarget.value } })}
          />
          <Amount
            label="After every so many"
            field="ReturnCourse.every"
            value={course.every}
            onChange={(every) => onChange({ ...recipe, course: { ...course, every } })}
          />
        </Group>
      )}
      {course.kind === "build-up" && (
        <TextInput
          label="Order in which tones join"
          description="Empty: the chord tones, then the others from low to high."
          value={course.order}
          error={error}
          spellCheck={false}
          onChange={(event) => onChange({ ...recipe, course: { ...course, order: event.currentTarget.value } })}
        />
      )}
    </Stack>
  );
}
