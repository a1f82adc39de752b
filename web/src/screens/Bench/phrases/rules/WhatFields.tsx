import { Group, SegmentedControl, Select, Stack, Text, TextInput } from "@mantine/core";
import type { NoteValue, Play, Problem, Recipe, What } from "../../../../api/types";
import { Choice, useOffered } from "../../../../parts/fields/Choice";
import { ScalePicker } from "../../../../parts/music/ScalePicker";
import { useVocabulary } from "../../../../parts/music/vocabulary";
import { FigurePhrase } from "../FigurePhrase";
import { PathChoice } from "../PathPhrase";
import type { PhraseProps } from "../PhraseProps";
import { freshOf } from "../../../../parts/tables";
import { type Enclosure, freshEnclosure } from "../aboutFigure";
import { useRecall } from "../recall";
import { problemAt } from "../../problems";

interface WhatFieldsProps extends Pick<PhraseProps, "recipe" | "tables" | "exercise"> {
  what: What;
  problems: readonly Problem[];
  onChange: (what: What) => void;
}

const AS_RECIPE = { recipe: "as the recipe" };

/** What a rule has played: a figure with all that goes with it, open bars, or what was before, upside down. */
export function WhatFields({ recipe, tables, exercise, what, problems, onChange }: WhatFieldsProps) {
  const kinds = useOffered<What["kind"]>("WhatPart.kind");
  const recall = useRecall();
  return (
    <Stack gap="sm">
      <SegmentedControl
        aria-label="What is played"
        size="xs"
        value={what.kind}
        data={kinds}
        onChange={(kind) => kind !== what.kind && onChange(recall("what", kind) ?? freshOf(tables.fresh.whats, kind))}
      />
      {what.kind === "play" && (
        <PlayFields
          recipe={recipe}
          tables={tables}
          exercise={exercise}
          what={what}
          problems={problems}
          onChange={onChange}
        />
      )}
      {what.kind === "open" && <Text size="sm">These bars are left open for the player.</Text>}
      {what.kind === "upside-down" && (
        <Text size="sm">What is played on the chord before goes on here; what rose now falls.</Text>
      )}
    </Stack>
  );
}

function PlayFields({ recipe, tables, exercise, what, problems, onChange }: WhatFieldsProps & { what: Play }) {
  const set = (change: Partial<Play>) => onChange({ ...what, ...change });
  // As if what the rule says were all of the recipe: the same fields serve both.
  const view: Recipe = {
    ...recipe,
    rules: [],
    etude: null,
    figure: what.figure ?? recipe.figure,
    ladder: what.ladder,
    enclosure: what.enclosure,
    path: what.path,
  };
  const take = (next: Recipe) =>
    set({ figure: next.figure, ladder: next.ladder, enclosure: next.enclosure, path: next.path });
  const targets = what.enclosure !== null && (
    <Choice
      label="Targets: figures that begin on"
      field="Enclosure.targets"
      value={what.enclosure.targets}
      onChange={(aim) => what.enclosure && set({ enclosure: { ...what.enclosure, targets: aim } })}
    />
  );
  const inTime = (
    <>
      <Group grow align="flex-start">
        <ScalePicker
          label="From the scale"
          tables={tables}
          error={problemAt(problems, "/scale")}
          value={what.scale?.scale ?? null}
          list={{ clearable: true, placeholder: "the chord's own", onClear: () => set({ scale: null }) }}
          onChange={(scale) => set({ scale: { scale, root: what.scale?.root ?? "1" } })}
        />
        <TextInput
          label="On the degree"
          maxLength={4}
          disabled={what.scale === null}
          value={what.scale?.root ?? "1"}
          onChange={(event) => what.scale && set({ scale: { ...what.scale, root: event.currentTarget.value } })}
        />
      </Group>
      <Group grow align="flex-start">
        <Choice<string>
          label="In"
          field="Play.value"
          words={AS_RECIPE}
          value={what.value ?? "recipe"}
          error={problemAt(problems, "/value")}
          onChange={(value) => set(value === "recipe" ? { value: null, slots: "" } : { value: value as NoteValue })}
        />
        <TextInput
          label="Rhythm"
          description="s sounds, r rests, h holds. Empty: every slot."
          maxLength={200}
          disabled={what.value === null}
          value={what.slots}
          error={problemAt(problems, "/slots")}
          onChange={(event) => set({ slots: event.currentTarget.value })}
        />
      </Group>
    </>
  );
  return (
    <>
      <Group grow align="flex-start" maw="var(--panel-xl)">
        <Select
          label="It plays"
          value={what.figure === null ? "own" : "figure"}
          data={[
            { value: "figure", label: "a figure of its own" },
            { value: "own", label: "the line of the recipe" },
          ]}
          onChange={(kind) => set({ figure: kind === "own" ? null : freshFigure(tables) })}
        />
        <FromVocabulary onTake={onChange} />
      </Group>
      {what.figure !== null && (
        <FigurePhrase inRule recipe={view} tables={tables} problems={problems} exercise={exercise} onChange={take}>
          {targets}
          <PathChoice recipe={view} tables={tables} problems={problems} exercise={exercise} onChange={take} />
          {inTime}
        </FigurePhrase>
      )}
      {what.figure === null && (
        <Stack gap="sm" maw="var(--panel-xl)">
          <Choice<string>
            label="Approach notes"
            field="Enclosure.kind"
            words={{ nothing: "nothing" }}
            value={what.enclosure?.kind ?? "nothing"}
            onChange={(kind) =>
              set({ enclosure: freshEnclosure(kind as Enclosure["kind"] | "nothing", what.enclosure, tables) })
            }
          />
          {targets}
          {inTime}
        </Stack>
      )}
    </>
  );
}

function freshFigure(tables: PhraseProps["tables"]): Play["figure"] {
  const fresh = tables.fresh.whats["play"];
  return fresh?.kind === "play" ? fresh.figure : null;
}

/** Takes what a piece of vocabulary plays. */
function FromVocabulary({ onTake }: { onTake: (what: What) => void }) {
  const { pieces, options } = useVocabulary();
  return (
    <Select
      label="From vocabulary"
      description="Takes what a piece plays."
      searchable
      value={null}
      data={options}
      onChange={(key) => {
        const piece = pieces.get(key ?? "");
        if (piece) onTake(piece.what);
      }}
    />
  );
}
