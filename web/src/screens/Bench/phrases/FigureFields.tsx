import { Checkbox, Group } from "@mantine/core";
import type { Recipe } from "../../../api/types";
import { Choice } from "../../../parts/Choice";

type Figure = Recipe["figure"];
type Intervals = Extract<Figure, { kind: "intervals" }>;
type Arpeggios = Extract<Figure, { kind: "arpeggios" }>;
type Pairs = Extract<Figure, { kind: "pairs" }>;

const SIZES = { 2: "seconds", 3: "thirds", 4: "fourths", 5: "fifths", 6: "sixths", 7: "sevenths", 8: "octaves", 9: "ninths", 10: "tenths" };

/** An interval on every tone. */
export function IntervalFields({ intervals, onChange }: { intervals: Intervals; onChange: (intervals: Intervals) => void }) {
  return (
    <Group grow>
      <Choice
        label="Interval"
        value={String(intervals.size) as `${keyof typeof SIZES}`}
        choices={SIZES}
        onChange={(size) => onChange({ ...intervals, size: Number(size) })}
      />
      <Choice
        label="Way"
        value={intervals.way}
        choices={{ up: "up", down: "down", alternating: "one up, the next down", "there-and-back": "there and back" }}
        onChange={(way) => onChange({ ...intervals, way })}
      />
    </Group>
  );
}

/** An arpeggio on every tone. */
export function ArpeggioFields({ arpeggios, onChange }: { arpeggios: Arpeggios; onChange: (arpeggios: Arpeggios) => void }) {
  return (
    <>
      <Group grow>
        <Choice
          label="Chords"
          value={arpeggios.tones}
          choices={{ triad: "triads", seventh: "sevenths", ninth: "ninths", shell: "shells (1 3 7)", fourths: "stacked fourths" }}
          onChange={(tones) => onChange({ ...arpeggios, tones })}
        />
        <Choice
          label="Played"
          value={arpeggios.order}
          choices={{
            up: "up",
            down: "down",
            "up-down": "one up, the next down",
            "down-up": "one down, the next up",
            "from-fifth-down": "from the fifth down",
          }}
          onChange={(order) => onChange({ ...arpeggios, order })}
        />
      </Group>
      <Choice
        label="Rotation"
        description="So many of its lowest tones are raised by an octave."
        value={String(arpeggios.rotation) as "0" | "1" | "2" | "3"}
        choices={{ 0: "from the root", 1: "first rotation", 2: "second rotation", 3: "third rotation" }}
        onChange={(rotation) => onChange({ ...arpeggios, rotation: Number(rotation) })}
      />
      <Checkbox
        label="A leap of an octave inside"
        description="After its first tone the rest lies an octave lower."
        checked={arpeggios.pivot}
        onChange={(event) => onChange({ ...arpeggios, pivot: event.currentTarget.checked })}
      />
    </>
  );
}

const RANKS = { 1: "the first", 2: "the second", 3: "the third", 4: "the fourth", 5: "the fifth", 6: "the sixth" };
const ORDERS = {
  123: "low, middle, high",
  132: "low, high, middle",
  213: "middle, low, high",
  231: "middle, high, low",
  312: "high, low, middle",
  321: "high, middle, low",
};

/** Two triads without a common tone, in all inversions. */
export function PairFields({ pairs, error, onChange }: { pairs: Pairs; error?: string; onChange: (pairs: Pairs) => void }) {
  return (
    <>
      <Group grow align="flex-start">
        <Choice
          label="Pair of the sound"
          description="Ranked; the sentence names it."
          error={error}
          value={String(pairs.rank) as `${keyof typeof RANKS}`}
          choices={RANKS}
          onChange={(rank) => onChange({ ...pairs, rank: Number(rank) })}
        />
        <Choice
          label="Groups"
          description="In fours the first tone comes again above."
          value={pairs.group}
          choices={{ threes: "in threes", fours: "in fours" }}
          onChange={(group) => onChange({ ...pairs, group })}
        />
      </Group>
      <Group grow>
        <Choice
          label="Way"
          value={pairs.way}
          choices={{ up: "both up", down: "both down", opposite: "one up, one down" }}
          onChange={(way) => onChange({ ...pairs, way })}
        />
        <Choice label="Order of the tones" value={pairs.order} choices={ORDERS} onChange={(order) => onChange({ ...pairs, order })} />
      </Group>
    </>
  );
}
