import { Checkbox, Group, MultiSelect, NumberInput, Stack, Tabs, Text } from "@mantine/core";
import { Choice } from "../../../parts/Choice";
import { problemAt } from "../problems";
import type { PhraseProps } from "./PhraseProps";
import { RhythmFields } from "./RhythmFields";
import { StrokesFields } from "./StrokesFields";
import { wordsOf } from "./aboutFigure";
import { refitted } from "./slots";

const SWINGS = { 50: "straight", 58: "a little (58 to 42)", 66: "two to one (66 to 34)", 75: "hard (75 to 25)" };
const METRES = ["2/4", "3/4", "4/4", "5/4", "6/4", "7/4", "3/8", "5/8", "6/8", "7/8", "9/8", "12/8"] as const;
const ENDINGS = { hold: "last note held", rest: "with a rest", full: "the line goes on until the bar is full", on: "straight on into the next" };

type Placement = PhraseProps["recipe"]["placement"];

interface FieldsProps extends PhraseProps {
  names: Record<Placement["value"], string>;
  set: (change: Partial<Placement>) => void;
}

/** Note values, rhythm, beginning and end, strokes and swing. */
export function PlacementPhrase(props: PhraseProps) {
  const { recipe, tables, onChange } = props;
  const { placement } = recipe;
  const set = (change: Partial<Placement>) => onChange({ ...recipe, placement: refitted(placement, change) });
  const names = wordsOf(tables).values[recipe.spelling.values] as FieldsProps["names"];
  const fields = { ...props, names, set };
  const fault = problemAt(props.problems, "/placement");
  return (
    <Tabs defaultValue="rhythm" w={540} keepMounted={false}>
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

function RhythmTab({ recipe, names, set }: FieldsProps) {
  const { placement } = recipe;
  return (
    <Stack gap="sm">
      <Group grow>
        <Choice label="Note value" value={placement.value} onChange={(value) => set({ value })} choices={names} />
        <Choice
          label="Metre"
          value={placement.metre}
          onChange={(metre) => set({ metre })}
          choices={Object.fromEntries(METRES.map((metre) => [metre, metre])) as Record<Placement["metre"], string>}
        />
      </Group>
      {recipe.figure.kind === "lick" ? (
        <Text size="sm" c="dimmed">
          A lick brings its own rhythm; the metre counts its bars.
        </Text>
      ) : (
        <RhythmFields placement={placement} valueName={names[placement.value]} onChange={set} />
      )}
    </Stack>
  );
}

function EndsTab({ recipe, names, set }: FieldsProps) {
  const { placement } = recipe;
  const { call } = placement;
  const overChanges = recipe.sounds.kind === "changes";
  const ownRhythm = recipe.figure.kind === "lick";
  return (
    <Stack gap="sm">
      <Group grow align="flex-start">
        <NumberInput
          label="Starts at slot"
          description="0 is the barline, -1 an upbeat of one."
          min={-16}
          max={32}
          allowDecimal={false}
          disabled={ownRhythm || overChanges}
          value={placement.start}
          onChange={(start) => typeof start === "number" && set({ start })}
        />
        <Choice
          label="Each strip ends"
          description={overChanges ? "Over changes, with the form." : "Its last bar."}
          value={placement.ending}
          disabled={overChanges || ownRhythm}
          onChange={(ending) => set({ ending })}
          choices={ENDINGS}
        />
      </Group>
      {overChanges && (
        <Choice
          label="Chords are anticipated"
          description="The line goes over to the next chord before its beat; the first chord stays."
          value={placement.anticipated}
          onChange={(anticipated) => set({ anticipated })}
          choices={{ no: "no, on the beat", eighth: `by one of the ${names.eighth}`, sixteenth: `by one of the ${names.sixteenth}` }}
        />
      )}
      <Checkbox
        label="Call and answer: bars are left open"
        checked={call !== null}
        onChange={(event) => set({ call: event.currentTarget.checked ? { bars: 2, open: 2, twice: false } : null })}
      />
      {call && (
        <Group align="flex-end">
          <NumberInput label="Bars played" w={110} min={1} max={8} value={call.bars} onChange={(bars) => typeof bars === "number" && bars > 0 && set({ call: { ...call, bars } })} />
          <NumberInput label="Bars open" w={110} min={1} max={8} value={call.open} onChange={(open) => typeof open === "number" && open > 0 && set({ call: { ...call, open } })} />
          {!overChanges && (
            <Checkbox mb={8} label="Each call twice" checked={call.twice} onChange={(event) => set({ call: { ...call, twice: event.currentTarget.checked } })} />
          )}
        </Group>
      )}
      <MultiSelect
        label="A route of note values"
        description="A strip for each, in this order; empty: one note value."
        value={placement.route}
        data={Object.entries(names).map(([value, label]) => ({ value, label }))}
        disabled={ownRhythm || placement.slots !== ""}
        searchable
        comboboxProps={{ withinPortal: false }}
        onChange={(route) => set({ route: route as Placement["route"] })}
      />
    </Stack>
  );
}

function StrokesTab({ recipe, names, set }: FieldsProps) {
  const { placement } = recipe;
  const ratios = { ...SWINGS, [placement.swing]: SWINGS[placement.swing as keyof typeof SWINGS] ?? `${placement.swing} to ${100 - placement.swing}` };
  return (
    <Stack gap="sm">
      <StrokesFields placement={placement} onChange={set} />
      <Group grow>
        <Choice
          label="Swing, in sound only"
          value={String(placement.swing)}
          choices={Object.fromEntries(Object.entries(ratios))}
          onChange={(swing) => set({ swing: Number(swing) })}
        />
        {placement.swing > 50 && (
          <Choice label="Swung are" value={placement.swings} choices={{ eighth: names.eighth, sixteenth: names.sixteenth }} onChange={(swings) => set({ swings })} />
        )}
      </Group>
    </Stack>
  );
}
