import { Checkbox, Group, MultiSelect, Stack, Tabs, Text } from "@mantine/core";
import { Amount } from "../../../parts/fields/Amount";
import { InOrder } from "../../../parts/fields/InOrder";
import { Choice } from "../../../parts/fields/Choice";
import { choicesOf } from "../../../parts/tables";
import { problemAt } from "../problems";
import type { PhraseProps } from "./PhraseProps";
import { RhythmFields } from "./rhythm/RhythmFields";
import { StrokesFields } from "./rhythm/StrokesFields";
import { kindOfFigure } from "./aboutFigure";
import { clockOf, useRecall } from "./recall";
import { refitted, valueNames } from "./rhythm/slots";

type Placement = PhraseProps["recipe"]["placement"];

interface FieldsProps extends PhraseProps {
  names: Record<Placement["value"], string>;
  set: (change: Partial<Placement>) => void;
  onChange: PhraseProps["onChange"];
}

/** Note values, rhythm, beginning and end, strokes and swing. */
export function PlacementPhrase(props: PhraseProps) {
  const { recipe, tables, onChange } = props;
  const { placement } = recipe;
  const recall = useRecall();
  const set = (change: Partial<Placement>) => {
    const next = refitted(placement, change, tables);
    const other = clockOf(next) !== clockOf(placement);
    const slots = other && next.slots === "" ? recall("slots", clockOf(next)) : undefined;
    onChange({ ...recipe, placement: slots === undefined ? next : { ...next, slots } });
  };
  const names = valueNames(tables, recipe.spelling.values);
  const fields = { ...props, names, set };
  const fault = problemAt(props.problems, "/placement");
  return (
    <Tabs defaultValue="rhythm" w="var(--panel-xl)" keepMounted={false}>
      <Tabs.List mb="sm">
        <Tabs.Tab value="rhythm">Rhythm</Tabs.Tab>
        <Tabs.Tab value="ends">Beginning and end</Tabs.Tab>
        <Tabs.Tab value="strokes">Strokes and swing</Tabs.Tab>
      </Tabs.List>
      <Tabs.Panel value="rhythm">
        <RhythmTab {...fields} />
      </Tabs.Panel>
      <Tabs.Panel value="ends">
        <EndsTab {...fields} />
      </Tabs.Panel>
      <Tabs.Panel value="strokes">
        <StrokesTab {...fields} />
      </Tabs.Panel>
      {fault && (
        <Text size="sm" mt="sm" c="var(--mantine-color-error)">
          {fault}
        </Text>
      )}
    </Tabs>
  );
}

function RhythmTab({ recipe, tables, names, set }: FieldsProps) {
  const { placement } = recipe;
  return (
    <Stack gap="sm">
      <Group grow>
        <Choice
          label="Note value"
          field="Placement.value"
          words={names}
          value={placement.value}
          onChange={(value) => set({ value })}
        />
        <Choice label="Metre" field="Placement.metre" value={placement.metre} onChange={(metre) => set({ metre })} />
      </Group>
      {kindOfFigure(tables, recipe.figure.kind).counts_beats ? (
        <Text size="sm" c="dimmed">
          A lick brings its own rhythm; the metre counts its bars.
        </Text>
      ) : (
        <RhythmFields placement={placement} tables={tables} valueName={names[placement.value]} onChange={set} />
      )}
    </Stack>
  );
}

function EndsTab({ recipe, tables, names, set, onChange }: FieldsProps) {
  const { placement } = recipe;
  const { call } = placement;
  const overChanges = recipe.sounds.kind === "changes";
  const ownRhythm = kindOfFigure(tables, recipe.figure.kind).counts_beats;
  return (
    <Stack gap="sm">
      <Group grow align="flex-start">
        <Amount
          label="Starts on"
          description="0 is the barline, -1 an upbeat of one."
          field="Placement.start"
          disabled={ownRhythm || overChanges}
          value={placement.start}
          onChange={(start) => set({ start })}
        />
        <Choice
          label="Each strip ends"
          description={overChanges ? "Over changes, with the form." : "Its last bar."}
          value={placement.ending}
          disabled={overChanges || ownRhythm}
          onChange={(ending) => set({ ending })}
          field="Placement.ending"
        />
        <Amount
          label="Each strip is played"
          description="Times, under repeat signs."
          field="Placement.times"
          value={placement.times}
          onChange={(times) => set({ times })}
        />
      </Group>
      {staged(recipe) && (
        <Choice
          label="Stages and scales in turn begin"
          description="At barlines they are easy to find on the page; without a gap the line flows."
          value={placement.stages}
          onChange={(stages) => set({ stages })}
          field="Placement.stages"
        />
      )}
      {overChanges && (
        <Choice
          label="Chords are anticipated"
          description="The line goes over to the next chord before its beat; the first chord stays."
          value={placement.anticipated}
          onChange={(anticipated) => set({ anticipated })}
          field="Placement.anticipated"
          words={{
            no: "no, on the beat",
            eighth: `by one of the ${names.eighth}`,
            sixteenth: `by one of the ${names.sixteenth}`,
          }}
        />
      )}
      <Checkbox
        label="Call and answer: bars are left open"
        checked={call !== null}
        onChange={(event) => set({ call: event.currentTarget.checked ? tables.fresh.call : null })}
      />
      {call && (
        <Group align="flex-end">
          <Amount
            label="Bars played"
            w="var(--field-s)"
            field="Call.bars"
            value={call.bars}
            onChange={(bars) => set({ call: { ...call, bars } })}
          />
          <Amount
            label="Bars open"
            w="var(--field-s)"
            field="Call.open"
            value={call.open}
            onChange={(open) => set({ call: { ...call, open } })}
          />
          <Checkbox
            mb={8}
            label="Each call twice"
            checked={call.twice}
            onChange={(event) => set({ call: { ...call, twice: event.currentTarget.checked } })}
          />
        </Group>
      )}
      <MultiSelect
        label="A route of note values"
        description="A strip for each, in this order; empty: one note value."
        value={placement.route}
        data={Object.entries(names).map(([value, label]) => ({ value, label }))}
        disabled={ownRhythm || placement.slots !== ""}
        searchable
        onChange={(route) => set({ route: route as Placement["route"] })}
      />
      <InOrder
        label="In this order"
        items={placement.route}
        nameOf={(value) => names[value]}
        onChange={(route) => set({ route })}
      />
      {placement.route.length > 1 && (
        <Choice
          label="Note values come round"
          value={recipe.values_turn}
          onChange={(values_turn) => onChange({ ...recipe, values_turn })}
          field="Recipe.values_turn"
        />
      )}
    </Stack>
  );
}

function StrokesTab({ recipe, tables, names, set }: FieldsProps) {
  const { placement } = recipe;
  const { swing } = placement;
  const known = choicesOf(tables, "Placement.swing").some(({ value }) => value === String(swing));
  return (
    <Stack gap="sm">
      <StrokesFields placement={placement} tables={tables} onChange={set} />
      <Group grow>
        <Choice
          label="Swing, in sound only"
          field="Placement.swing"
          words={known ? {} : { [swing]: `${swing} to ${100 - swing}` }}
          value={String(swing)}
          onChange={(next) => set({ swing: Number(next) })}
        />
        {swing > 50 && (
          <Choice
            label="Swung are"
            field="Placement.swung_value"
            words={names}
            value={placement.swung_value}
            onChange={(swung_value) => set({ swung_value })}
          />
        )}
      </Group>
    </Stack>
  );
}

/** Whether a strip has stages: a course that comes round with more each time, or sounds that turn into each other. */
function staged({ course, sounds }: PhraseProps["recipe"]): boolean {
  return course.kind === "build-up" || course.kind === "grow" || sounds.kind === "morph";
}
