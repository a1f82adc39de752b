import { Autocomplete, Button, Checkbox, Group, MultiSelect, Select, Stack, Text } from "@mantine/core";
import type { ReactNode } from "react";
import type { Fingering, Recipe, Tables } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import { More } from "../../../parts/fields/More";
import { PreviewChoice } from "../../../parts/fields/PreviewChoice";
import { limitsOf } from "../../../parts/tables";
import { problemAt } from "../problems";
import { PinFields } from "./PinFields";
import type { PhraseProps } from "./PhraseProps";

type Of<K extends Fingering["kind"]> = Extract<Fingering, { kind: K }>;

/** How the line is played, and what of that is shown: fields of the instrument's family. */
export function FingeringPhrase({ recipe, tables, problems, exercise, onChange }: PhraseProps) {
  const { fingering } = recipe;
  if (fingering === null) return <Text size="sm">No fingering is shown.</Text>;
  const put = (next: Fingering | null) => onChange({ ...recipe, fingering: next });
  const recipeOf = (next: Fingering) => ({ ...recipe, fingering: next });
  const error = (field: string) => problemAt(problems, `/fingering/${field}`);
  const tunings = tables.instruments.find(({ id }) => id === recipe.player.instrument)?.tunings ?? [];
  const around: Around = { put, recipeOf, tables, error, tunings };
  return (
    <Stack gap="sm" w="var(--panel-l)" role="group" aria-label="Fingering">
      <Text size="sm" c="var(--mantine-color-error)" role="alert" hidden={!wholeError(problems)}>
        {wholeError(problems)}
      </Text>
      {FIELDS[fingering.kind](fingering as never, around)}
      {fingering.kind === "fretted" && fingering.way === "positions" && (
        <Choice
          label="Positions come round"
          field="Recipe.positions_turn"
          value={recipe.positions_turn}
          onChange={(positions_turn) => onChange({ ...recipe, positions_turn })}
        />
      )}
      <Group align="flex-end" wrap="nowrap">
        <Amount
          label="Fingering option"
          description="0 is the easiest; each other number is another good one."
          field="OnFrets.seed"
          value={fingering.seed}
          onChange={(seed) => put({ ...fingering, seed })}
        />
        <Button
          variant="light"
          onClick={() => put({ ...fingering, seed: (fingering.seed + 1) % limitsOf(tables, "OnFrets.seed").most })}
        >
          Another fingering
        </Button>
      </Group>
      <More needed={error("tuning") !== undefined}>
        {RARER[fingering.kind]?.(fingering as never, around)}
        <Checkbox
          label="The same fingers where the same notes come again"
          checked={fingering.same}
          onChange={(event) => put({ ...fingering, same: event.currentTarget.checked })}
        />
      </More>
      <PinFields fingering={fingering} strip={exercise?.strips[0]} problems={problems} onChange={put} />
      <Button variant="default" style={{ alignSelf: "start" }} onClick={() => put(null)}>
        Show no fingering
      </Button>
    </Stack>
  );
}

/** A problem of the fingering as a whole: it is another instrument's. */
function wholeError(problems: PhraseProps["problems"]): string | undefined {
  return problems.find(({ pointer }) => pointer === "/fingering")?.message;
}

/** Ways of playing that have a fret of their own, and what it is called. */
const LIES: ReadonlySet<string> = new Set(["position", "area", "shape"]);
const FROM: Partial<Record<Of<"fretted">["way"], string>> = {
  area: "From fret",
  shape: "Fret of the first finger, in the first key",
};
const FRETS = Array.from({ length: 15 }, (_, place) => `${place + 1}`);

type Put = (next: Fingering) => void;
interface Around {
  put: Put;
  /** The recipe as it would be with a fingering. */
  recipeOf: (next: Fingering) => Recipe;
  tables: Tables;
  error: (field: string) => string | undefined;
  tunings: Tables["instruments"][number]["tunings"];
}
type Fields<K extends Fingering["kind"]> = (part: Of<K>, around: Around) => ReactNode;

const FIELDS: { [K in Fingering["kind"]]: Fields<K> } = {
  fretted: (part, { put, recipeOf, error }) => (
    <>
      <PreviewChoice
        shows="fingers"
        recipeWith={(way) => recipeOf({ ...part, way })}
        label="The hand"
        field="OnFrets.way"
        value={part.way}
        onChange={(way) => put({ ...part, way })}
      />
      {LIES.has(part.way) && (
        <Group grow align="flex-start">
          <Amount
            label={FROM[part.way] ?? "Fret of the first finger"}
            field="OnFrets.low"
            value={part.low}
            error={error("low")}
            onChange={(low) => put({ ...part, low, high: Math.max(part.high, low + 3) })}
          />
          {part.way === "area" && (
            <Amount
              label="To fret"
              field="OnFrets.high"
              value={part.high}
              error={error("high")}
              onChange={(high) => put({ ...part, high })}
            />
          )}
        </Group>
      )}
      {part.way === "positions" && (
        <MultiSelect
          label="Positions, by the fret of the first finger"
          description="In this order; empty: every one that suits the scale."
          value={part.positions.map(String)}
          data={FRETS}
          maxValues={12}
          error={part.positions.map((_, place) => error(`positions/${place}`)).find(Boolean)}
          onChange={(positions) => put({ ...part, positions: positions.map(Number) })}
        />
      )}
      {part.way === "per-string" && (
        <Amount
          label="Notes on a string"
          field="OnFrets.per_string"
          value={part.per_string}
          onChange={(per_string) => put({ ...part, per_string })}
        />
      )}
      <PreviewChoice
        shows="fingers"
        recipeWith={(open_strings) => recipeOf({ ...part, open_strings })}
        label="Open strings"
        field="OnFrets.open_strings"
        value={part.open_strings}
        onChange={(open_strings) => put({ ...part, open_strings })}
      />
      <Checkbox
        label="Tablature below the staff"
        checked={part.tablature}
        onChange={(event) => put({ ...part, tablature: event.currentTarget.checked })}
      />
    </>
  ),
  keyboard: (part, { put, recipeOf }) => (
    <>
      <PreviewChoice
        shows="fingers"
        recipeWith={(hand) => recipeOf({ ...part, hand })}
        label="Hand"
        field="OnKeys.hand"
        value={part.hand}
        onChange={(hand) => put({ ...part, hand })}
      />
      <PreviewChoice
        shows="fingers"
        recipeWith={(school) => recipeOf({ ...part, school })}
        label="School"
        field="OnKeys.school"
        value={part.school}
        onChange={(school) => put({ ...part, school })}
      />
      <Choice
        label="Numbers"
        field="OnKeys.numbers"
        value={part.numbers}
        onChange={(numbers) => put({ ...part, numbers })}
      />
    </>
  ),
  slide: (part, { put, recipeOf }) => (
    <>
      <PreviewChoice
        shows="fingers"
        recipeWith={(way) => recipeOf({ ...part, way })}
        label="The slide"
        field="OnSlide.way"
        value={part.way}
        onChange={(way) => put({ ...part, way })}
      />
      <Checkbox
        label="Raised positions, where there is another way too"
        description="♯2 and ♯3 are the seventh partial, flat by 31 cents, with the slide drawn in."
        checked={part.sevenths}
        onChange={(event) => put({ ...part, sevenths: event.currentTarget.checked })}
      />
    </>
  ),
  valves: () => <Text size="sm">0 is open. A star tells where the third slide is pushed out.</Text>,
  "diatonic-harmonica": (part, { put, tables, error }) => (
    <>
      <Select
        label="A harp in"
        value={tables.major_keys.includes(part.harp) ? part.harp : null}
        data={tables.major_keys}
        error={error("harp")}
        onChange={(harp) => harp !== null && put({ ...part, harp })}
      />
      <Checkbox
        label="Overblown and overdrawn notes"
        checked={part.overblows}
        onChange={(event) => put({ ...part, overblows: event.currentTarget.checked })}
      />
      <Choice label="Breath" field="OnHarp.signs" value={part.signs} onChange={(signs) => put({ ...part, signs })} />
    </>
  ),
  "chromatic-harmonica": (part, { put }) => (
    <Choice
      label="Breath"
      field="OnChromaticHarp.signs"
      value={part.signs}
      onChange={(signs) => put({ ...part, signs })}
    />
  ),
};

/** What is wished for more rarely. */
const RARER: { [K in Fingering["kind"]]?: Fields<K> } = {
  fretted: (part, { put, recipeOf, error, tunings }) => (
    <>
      <PreviewChoice
        shows="fingers"
        recipeWith={(school) => recipeOf({ ...part, school })}
        label="School"
        field="OnFrets.school"
        value={part.school}
        onChange={(school) => put({ ...part, school })}
      />
      <Autocomplete
        label="Tuning, from the lowest string as written"
        description={`Empty: ${tunings[0]?.strings ?? "as usual"}.`}
        value={part.tuning}
        data={tunings.slice(1).map(({ strings }) => strings)}
        renderOption={({ option }) =>
          `${tunings.find(({ strings }) => strings === option.value)?.name}: ${option.value}`
        }
        filter={({ options }) => options}
        maxLength={60}
        spellCheck={false}
        error={error("tuning")}
        onChange={(tuning) => put({ ...part, tuning })}
      />
      <Choice
        label="Fingers over the notes"
        field="OnFrets.fingers"
        value={part.fingers}
        onChange={(fingers) => put({ ...part, fingers })}
      />
    </>
  ),
};
