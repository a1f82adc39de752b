import { Checkbox, Group, NumberInput } from "@mantine/core";
import type { Recipe } from "../../../api/types";
import { Choice } from "../../../parts/Choice";
import { PreviewChoice } from "../../../parts/PreviewChoice";

type Figure = Recipe["figure"];
type Of<K extends Figure["kind"]> = Extract<Figure, { kind: K }>;

/** What the fields of every figure get. */
interface FieldsProps<K extends Figure["kind"]> {
  recipe: Recipe;
  error?: string;
  onChange: (figure: Of<K>) => void;
}

const SIZES = { 2: "seconds", 3: "thirds", 4: "fourths", 5: "fifths", 6: "sixths", 7: "sevenths", 8: "octaves", 9: "ninths", 10: "tenths" };

/** The tones one by one. */
export function RunFields({ run, recipe, onChange }: FieldsProps<"run"> & { run: Of<"run"> }) {
  return (
    <>
      <PreviewChoice
        label="The roots on the way"
        description="The tones of the ladder one by one, as the path walks."
        value={run.roots}
        choices={{ plain: "like all other tones", hold: "held twice as long", repeat: "struck twice" }}
        recipeWith={(roots) => ({ ...recipe, figure: { ...run, roots } })}
        onChange={(roots) => onChange({ ...run, roots })}
      />
      <Choice
        label="At the end"
        value={run.tail}
        choices={{ none: "nothing more", arpeggio: "the arpeggio over the same span, up and back" }}
        onChange={(tail) => onChange({ ...run, tail })}
      />
    </>
  );
}

/** An interval on every tone. */
export function IntervalFields({ intervals, recipe, onChange }: FieldsProps<"intervals"> & { intervals: Of<"intervals"> }) {
  const sized = (size: string) => ({ ...intervals, size: Number(size) });
  return (
    <Group grow>
      <PreviewChoice
        label="Interval"
        value={String(intervals.size) as `${keyof typeof SIZES}`}
        choices={SIZES}
        recipeWith={(size) => ({ ...recipe, figure: sized(size) })}
        onChange={(size) => onChange(sized(size))}
      />
      <PreviewChoice
        label="Way"
        value={intervals.way}
        choices={{ up: "up", down: "down", alternating: "one up, the next down", "there-and-back": "there and back" }}
        recipeWith={(way) => ({ ...recipe, figure: { ...intervals, way } })}
        onChange={(way) => onChange({ ...intervals, way })}
      />
    </Group>
  );
}

/** An arpeggio on every tone. */
export function ArpeggioFields({ arpeggios, recipe, onChange }: FieldsProps<"arpeggios"> & { arpeggios: Of<"arpeggios"> }) {
  const turned = (rotation: string) => ({ ...arpeggios, rotation: Number(rotation) });
  return (
    <>
      <Group grow>
        <PreviewChoice
          label="Chords"
          value={arpeggios.tones}
          choices={{ triad: "triads", seventh: "sevenths", ninth: "ninths", shell: "shells (1 3 7)", fourths: "stacked fourths" }}
          recipeWith={(tones) => ({ ...recipe, figure: { ...arpeggios, tones } })}
          onChange={(tones) => onChange({ ...arpeggios, tones })}
        />
        <PreviewChoice
          label="Played"
          value={arpeggios.order}
          choices={{
            up: "up",
            down: "down",
            "up-down": "one up, the next down",
            "down-up": "one down, the next up",
            "from-fifth-down": "from the fifth down",
          }}
          recipeWith={(order) => ({ ...recipe, figure: { ...arpeggios, order } })}
          onChange={(order) => onChange({ ...arpeggios, order })}
        />
      </Group>
      <Group grow align="flex-start">
        <PreviewChoice
          label="Rotation"
          description="So many low tones go up an octave."
          value={String(arpeggios.rotation) as "0" | "1" | "2" | "3"}
          choices={{ 0: "from the root", 1: "first rotation", 2: "second rotation", 3: "third rotation" }}
          recipeWith={(rotation) => ({ ...recipe, figure: turned(rotation) })}
          onChange={(rotation) => onChange(turned(rotation))}
        />
        <PreviewChoice
          label="In time"
          description="A leading note, then a triplet on the beat."
          value={arpeggios.rhythm}
          choices={{ even: "every tone alike", "led-triplets": "a leading note and a triplet", struck: "struck together" }}
          recipeWith={(rhythm) => ({ ...recipe, figure: { ...arpeggios, rhythm } })}
          onChange={(rhythm) => onChange({ ...arpeggios, rhythm })}
        />
      </Group>
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

interface PairFieldsProps extends FieldsProps<"pairs"> {
  pairs: Of<"pairs">;
  /** What each order of three tones is called. */
  words: Record<Exclude<Of<"pairs">["order"], "each">, string>;
}

/** Two triads without a common tone, in all inversions. */
export function PairFields({ pairs, words, recipe, error, onChange }: PairFieldsProps) {
  const ranked = (rank: string) => ({ ...pairs, rank: Number(rank) });
  return (
    <>
      <Group grow align="flex-start">
        <PreviewChoice
          label="Pair of the sound"
          description="Ranked; the sentence names it."
          error={error}
          value={String(pairs.rank) as `${keyof typeof RANKS}`}
          choices={RANKS}
          recipeWith={(rank) => ({ ...recipe, figure: ranked(rank) })}
          onChange={(rank) => onChange(ranked(rank))}
        />
        <PreviewChoice
          label="Groups"
          description="In fours the first tone comes again above."
          value={pairs.group}
          choices={{ threes: "in threes", fours: "in fours" }}
          recipeWith={(group) => ({ ...recipe, figure: { ...pairs, group } })}
          onChange={(group) => onChange({ ...pairs, group })}
        />
      </Group>
      <Group grow>
        <PreviewChoice
          label="Way"
          value={pairs.way}
          choices={{ up: "both up", down: "both down", opposite: "one up, one down" }}
          recipeWith={(way) => ({ ...recipe, figure: { ...pairs, way } })}
          onChange={(way) => onChange({ ...pairs, way })}
        />
        <PreviewChoice
          label="Order of the tones"
          value={pairs.order}
          choices={{ ...words, each: "each order in turn, a strip for each" }}
          recipeWith={(order) => ({ ...recipe, figure: { ...pairs, order } })}
          onChange={(order) => onChange({ ...pairs, order })}
        />
      </Group>
    </>
  );
}

/** Thirds and sevenths through changes. */
export function GuideFields({ guides, recipe, onChange }: FieldsProps<"guide-tones"> & { guides: Of<"guide-tones"> }) {
  return (
    <PreviewChoice
      label="The line begins"
      description="The third or seventh of each chord, always the one that moves less; enclosures lead into the next."
      value={guides.begin}
      choices={{ nearest: "where it moves least", third: "on the third of the first chord", seventh: "on the seventh of the first chord" }}
      recipeWith={(begin) => ({ ...recipe, figure: { ...guides, begin } })}
      onChange={(begin) => onChange({ ...guides, begin })}
    />
  );
}

/** A line through changes that never stops. */
export function UnbrokenFields({ line, recipe, onChange }: FieldsProps<"unbroken"> & { line: Of<"unbroken"> }) {
  return (
    <Group grow align="flex-start">
      <PreviewChoice
        label="First it goes"
        description="It turns where the range ends."
        value={line.way}
        choices={{ up: "up", down: "down" }}
        recipeWith={(way) => ({ ...recipe, figure: { ...line, way } })}
        onChange={(way) => onChange({ ...line, way })}
      />
      <NumberInput
        label="From step"
        description="Of the first chord's sound."
        min={1}
        max={7}
        allowDecimal={false}
        value={line.step}
        onChange={(step) => typeof step === "number" && onChange({ ...line, step })}
      />
    </Group>
  );
}
