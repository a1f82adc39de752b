import { Checkbox, Group } from "@mantine/core";
import type { Recipe } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import { PreviewChoice } from "../../../parts/fields/PreviewChoice";

type Figure = Recipe["figure"];
type Of<K extends Figure["kind"]> = Extract<Figure, { kind: K }>;

/** What the fields of every figure get. */
interface FieldsProps<K extends Figure["kind"]> {
  recipe: Recipe;
  error?: string;
  onChange: (figure: Of<K>) => void;
}

/** The tones one by one. */
export function RunFields({ run, recipe, onChange }: FieldsProps<"run"> & { run: Of<"run"> }) {
  return (
    <>
      <PreviewChoice
        label="Root notes"
        description="The tones of the ladder one by one, as the path walks."
        value={run.roots}
        field="Run.roots"
        recipeWith={(roots) => ({ ...recipe, figure: { ...run, roots } })}
        onChange={(roots) => onChange({ ...run, roots })}
      />
      <Choice label="At the end" value={run.tail} field="Run.tail" onChange={(tail) => onChange({ ...run, tail })} />
    </>
  );
}

/** An interval on every tone. */
export function IntervalFields({
  intervals,
  recipe,
  onChange,
}: FieldsProps<"intervals"> & { intervals: Of<"intervals"> }) {
  const sized = (size: string) => ({ ...intervals, size: Number(size) });
  return (
    <Group grow>
      <PreviewChoice
        label="Interval"
        field="Intervals.size"
        value={String(intervals.size)}
        recipeWith={(size) => ({ ...recipe, figure: sized(size) })}
        onChange={(size) => onChange(sized(size))}
      />
      <PreviewChoice
        label="Direction"
        field="Intervals.direction"
        value={intervals.direction}
        recipeWith={(direction) => ({ ...recipe, figure: { ...intervals, direction } })}
        onChange={(direction) => onChange({ ...intervals, direction })}
      />
    </Group>
  );
}

/** An arpeggio on every tone. */
export function ArpeggioFields({
  arpeggios,
  recipe,
  onChange,
}: FieldsProps<"arpeggios"> & { arpeggios: Of<"arpeggios"> }) {
  const turned = (rotation: string) => ({ ...arpeggios, rotation: Number(rotation) });
  return (
    <>
      <Group grow>
        <PreviewChoice
          label="Chords"
          value={arpeggios.tones}
          field="Arpeggios.tones"
          recipeWith={(tones) => ({ ...recipe, figure: { ...arpeggios, tones } })}
          onChange={(tones) => onChange({ ...arpeggios, tones })}
        />
        <PreviewChoice
          label="Played"
          value={arpeggios.order}
          field="Arpeggios.order"
          recipeWith={(order) => ({ ...recipe, figure: { ...arpeggios, order } })}
          onChange={(order) => onChange({ ...arpeggios, order })}
        />
      </Group>
      <Group grow align="flex-start">
        <PreviewChoice
          label="Inversion"
          description="So many low tones go up an octave."
          field="Arpeggios.rotation"
          value={String(arpeggios.rotation)}
          recipeWith={(rotation) => ({ ...recipe, figure: turned(rotation) })}
          onChange={(rotation) => onChange(turned(rotation))}
        />
        <PreviewChoice
          label="In time"
          description="A leading note, then a triplet on the beat."
          value={arpeggios.rhythm}
          field="Arpeggios.rhythm"
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

/** Two triads without a common tone, in all inversions. */
export function PairFields({ pairs, recipe, error, onChange }: FieldsProps<"pairs"> & { pairs: Of<"pairs"> }) {
  const ranked = (rank: string) => ({ ...pairs, rank: Number(rank) });
  return (
    <>
      <Group grow align="flex-start">
        <PreviewChoice
          label="Pair of the scale"
          description="Ranked; the sentence names it."
          error={error}
          field="Pairs.rank"
          value={String(pairs.rank)}
          recipeWith={(rank) => ({ ...recipe, figure: ranked(rank) })}
          onChange={(rank) => onChange(ranked(rank))}
        />
        <PreviewChoice
          label="Groups"
          description="In fours the first tone comes again above."
          value={pairs.group}
          field="Pairs.group"
          recipeWith={(group) => ({ ...recipe, figure: { ...pairs, group } })}
          onChange={(group) => onChange({ ...pairs, group })}
        />
      </Group>
      <Group grow>
        <PreviewChoice
          label="Direction"
          field="Pairs.direction"
          value={pairs.direction}
          recipeWith={(direction) => ({ ...recipe, figure: { ...pairs, direction } })}
          onChange={(direction) => onChange({ ...pairs, direction })}
        />
        <PreviewChoice
          label="Order of the tones"
          value={pairs.order}
          field="Pairs.order"
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
      field="GuideTones.begin"
      recipeWith={(begin) => ({ ...recipe, figure: { ...guides, begin } })}
      onChange={(begin) => onChange({ ...guides, begin })}
    />
  );
}

/** The chords of changes, struck. */
export function VoicingFields({ voicings, recipe, onChange }: FieldsProps<"voicings"> & { voicings: Of<"voicings"> }) {
  return (
    <Group grow>
      <PreviewChoice
        label="Form"
        description="Each chord as near as it can be to the one before."
        value={voicings.form}
        field="ChordVoicings.form"
        recipeWith={(form) => ({ ...recipe, figure: { ...voicings, form } })}
        onChange={(form) => onChange({ ...voicings, form })}
      />
      <Choice
        label="Register"
        value={voicings.hand}
        field="ChordVoicings.hand"
        onChange={(hand) => onChange({ ...voicings, hand })}
      />
    </Group>
  );
}

/** A line through changes that never stops. */
export function UnbrokenFields({ line, recipe, onChange }: FieldsProps<"unbroken"> & { line: Of<"unbroken"> }) {
  return (
    <Group grow align="flex-start">
      <PreviewChoice
        label="First direction"
        description="It turns where the range ends."
        field="Unbroken.direction"
        value={line.direction}
        recipeWith={(direction) => ({ ...recipe, figure: { ...line, direction } })}
        onChange={(direction) => onChange({ ...line, direction })}
      />
      <Amount
        label="From step"
        description="Of the first chord's scale."
        field="Unbroken.step"
        value={line.step}
        onChange={(step) => onChange({ ...line, step })}
      />
    </Group>
  );
}
