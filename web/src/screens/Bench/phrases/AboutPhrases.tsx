import { Button, Group, NumberInput, Stack, TextInput } from "@mantine/core";
import { Choice } from "../../../parts/Choice";
import { PreviewChoice } from "../../../parts/PreviewChoice";
import type { PhraseProps } from "./PhraseProps";
import { problemAt } from "../problems";
import { FRESH_COURSE, FRESH_LADDER, freshEnclosure, wordsOf } from "./aboutFigure";

/** What the line stands on. */
export function LadderPhrase({ recipe, tables, problems, onChange }: PhraseProps) {
  const { ladder } = recipe;
  const error = problemAt(problems, "/ladder");
  const whole = (value: string | number) => (typeof value === "number" ? value : 1);
  return (
    <Stack gap="sm" w={360}>
      <PreviewChoice
        label="It stands on"
        value={ladder.kind}
        choices={wordsOf(tables).ladders}
        error={error}
        recipeWith={(kind) => ({ ...recipe, ladder: FRESH_LADDER[kind] })}
        onChange={(kind) => onChange({ ...recipe, ladder: FRESH_LADDER[kind] })}
      />
      {ladder.kind === "arpeggio" && (
        <>
          <Group grow align="flex-start">
            <NumberInput label="From step" min={1} max={12} value={ladder.step} onChange={(step) => onChange({ ...recipe, ladder: { ...ladder, step: whole(step) } })} />
            <NumberInput label="Tones" min={3} max={6} clampBehavior="strict" value={ladder.size} onChange={(size) => typeof size === "number" && size > 2 && onChange({ ...recipe, ladder: { ...ladder, size } })} />
          </Group>
          <Choice
            label="Stacked in"
            value={ladder.stacked}
            choices={{ thirds: "thirds", fourths: "fourths" }}
            onChange={(stacked) => onChange({ ...recipe, ladder: { ...ladder, stacked } })}
          />
        </>
      )}
      {ladder.kind === "pair" && (
        <NumberInput label="Which pair, as they are ranked" min={1} max={12} value={ladder.rank} onChange={(rank) => onChange({ ...recipe, ladder: { ...ladder, rank: whole(rank) } })} />
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
    <Stack gap="sm" w={400}>
      <PreviewChoice
        label="Led into by"
        value={enclosure.kind}
        choices={wordsOf(tables).enclosures}
        recipeWith={(kind) => ({ ...recipe, enclosure: freshEnclosure(kind, enclosure) })}
        onChange={(kind) => set({ kind })}
      />
      <Choice
        label="Targets: figures that begin on"
        value={enclosure.targets}
        choices={{ all: "any tone", chord: "a chord tone", "thirds-sevenths": "a third or seventh", chosen: "chosen degrees" }}
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
        value={enclosure.landing}
        choices={{ beat: "on a beat", flow: "wherever the line brings them" }}
        onChange={(landing) => set({ landing })}
      />
      <Button variant="default" onClick={() => onChange({ ...recipe, enclosure: null })}>
        Lead in with nothing
      </Button>
    </Stack>
  );
}

/** How the figures follow on each other. */
export function CoursePhrase({ recipe, tables, problems, onChange }: PhraseProps) {
  const { course } = recipe;
  const error = problemAt(problems, "/course");
  return (
    <Stack gap="sm" w={380}>
      <PreviewChoice
        label="Course"
        value={course.kind}
        choices={wordsOf(tables).courses}
        recipeWith={(kind) => ({ ...recipe, course: FRESH_COURSE[kind] })}
        onChange={(kind) => onChange({ ...recipe, course: FRESH_COURSE[kind] })}
      />
      {course.kind === "return" && (
        <Group grow align="flex-start">
          <TextInput label="Home is the degree" value={course.degree} error={error} onChange={(event) => onChange({ ...recipe, course: { ...course, degree: event.currentTarget.value } })} />
          <NumberInput
            label="After every so many"
            min={1}
            max={16}
            value={course.every}
            onChange={(every) => typeof every === "number" && every > 0 && onChange({ ...recipe, course: { ...course, every } })}
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
