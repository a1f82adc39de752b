import { Button, Group, NumberInput, Select, Stack, Text } from "@mantine/core";
import { Choice } from "../../../parts/Choice";
import type { PhraseProps } from "./PhraseProps";
import { problemAt } from "../problems";
import { SlotGrid } from "./SlotGrid";
import { wordsOf } from "./aboutFigure";
import { RHYTHMS, countsOf, refitted, slotsOf } from "./slots";

const SWINGS = { 50: "straight", 58: "a little (58 to 42)", 66: "two to one (66 to 34)", 75: "hard (75 to 25)" };
const MOST_BARS = 4;

/** Note value and metre, which slots sound, where the line starts, accents, swing, and how the last bar ends. */
export function PlacementPhrase({ recipe, tables, problems, onChange }: PhraseProps) {
  const { placement } = recipe;
  const set = (change: Partial<typeof placement>) => onChange({ ...recipe, placement: refitted(placement, change) });
  const names = wordsOf(tables).values[recipe.spelling.values];
  const { inBeat, inBar } = countsOf(placement);
  const slots = slotsOf(placement.slots);
  const whole = Number.isInteger(inBar);
  const ratios = { ...SWINGS, [placement.swing]: SWINGS[placement.swing as keyof typeof SWINGS] ?? `${placement.swing} to ${100 - placement.swing}` };
  const ownRhythm = recipe.figure.kind === "lick";
  return (
    <Stack gap="sm" w={500}>
      <Group grow>
        <Choice
          label="Note value"
          value={placement.value}
          onChange={(value) => set({ value })}
          choices={names}
        />
        <Choice
          label="Metre"
          value={placement.metre}
          onChange={(metre) => set({ metre })}
          choices={{ "2/4": "2/4", "3/4": "3/4", "4/4": "4/4", "5/4": "5/4", "6/4": "6/4", "7/4": "7/4" }}
        />
        <Choice
          label="Each strip ends"
          value={placement.ending}
          onChange={(ending) => set({ ending })}
          choices={{ hold: "last note held", rest: "with a rest" }}
        />
      </Group>
      {ownRhythm ? (
        <Text size="sm" c="dimmed">
          A lick brings its own rhythm; the metre counts its bars.
        </Text>
      ) : (
        <>
          <Select
            label="Rhythm"
            description={whole ? "The notes are poured into the slots that sound, again and again." : `The bar is no whole number of ${names.half}: every slot sounds.`}
            placeholder={slots.length > 0 ? "your own: press the slots" : "every slot sounds"}
            disabled={!whole}
            value={null}
            data={Object.keys(RHYTHMS)}
            comboboxProps={{ withinPortal: false }}
            onChange={(name) => name !== null && set({ slots: (RHYTHMS[name]?.(inBar, inBeat) ?? []).join("") })}
          />
          {whole && (
            <>
              <SlotGrid
                slots={slots.length > 0 ? slots : Array.from({ length: inBar }, () => "s" as const)}
                inBar={inBar}
                inBeat={inBeat}
                onChange={(next) => set({ slots: next.join("") })}
              />
              <Group gap="xs">
                <Button
                  variant="default"
                  size="compact-sm"
                  disabled={slots.length === 0 || slots.length >= MOST_BARS * inBar}
                  onClick={() => set({ slots: [...slots, ...slots.slice(-inBar)].join("") })}
                >
                  One bar more
                </Button>
                <Button variant="default" size="compact-sm" disabled={slots.length <= inBar} onClick={() => set({ slots: slots.slice(0, -inBar).join("") })}>
                  One bar less
                </Button>
              </Group>
              {problemAt(problems, "/placement") && (
                <Text size="sm" c="var(--mantine-color-error)">
                  {problemAt(problems, "/placement")}
                </Text>
              )}
            </>
          )}
        </>
      )}
      <Group grow align="flex-start">
        <NumberInput
          label="Starts at slot"
          description="0 is the barline, -1 an upbeat of one."
          min={-16}
          max={32}
          allowDecimal={false}
          disabled={ownRhythm}
          value={placement.start}
          onChange={(start) => typeof start === "number" && set({ start })}
        />
        <NumberInput
          label="Accent every"
          description="So many notes; 0 for none."
          min={0}
          max={16}
          allowDecimal={false}
          value={placement.accents}
          onChange={(accents) => typeof accents === "number" && set({ accents })}
        />
      </Group>
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
