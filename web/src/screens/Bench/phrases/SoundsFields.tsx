import { Anchor, Autocomplete, Checkbox, Group, MultiSelect, Select, Text, TextInput } from "@mantine/core";
import { Link } from "react-router";
import { useShelf } from "../../../api/shelves";
import type { OwnScale, Recipe, ScaleChoice, Tables } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { InOrder } from "../../../parts/fields/InOrder";
import { Choice } from "../../../parts/fields/Choice";
import { PreviewScalePicker, ScalePicker } from "../../../parts/music/ScalePicker";
import { choiceOf, nameOf, scaleOptions, valueOf } from "../../../parts/music/scales";
import { titleOf } from "../../../parts/music/changesText";
import { SoundLists } from "./SoundLists";
import { type SoundsKind, scalesOf, withScales } from "./soundsKinds";

type Sounds = Recipe["sounds"];
type Changes = Extract<Sounds, { kind: "changes" }>;

interface SoundsFieldsProps {
  recipe: Recipe;
  sounds: Sounds;
  kind: SoundsKind;
  tables: Tables;
  error?: string;
  onChange: (sounds: Sounds) => void;
}

/** The fields of one kind of sounds. */
export function SoundsFields({ recipe, sounds, kind, tables, error, onChange }: SoundsFieldsProps) {
  const scales = useShelf("scales");
  if (sounds.kind === "changes") return <ChangesFields sounds={sounds} error={error} onChange={onChange} />;
  if (sounds.kind === "chord") {
    return (
      <TextInput
        label="The chord, as it is written after its root"
        description="Its tones are the ladder: m7, 7(♭9), maj9, dim7. Leave it empty for the major triad."
        value={sounds.quality}
        error={error}
        maxLength={40}
        spellCheck={false}
        onChange={(event) => onChange({ kind: "chord", quality: event.currentTarget.value })}
      />
    );
  }
  if (sounds.kind === "key-chord") {
    return <KeyChordFields sounds={sounds} tables={tables} error={error} onChange={onChange} />;
  }
  if (sounds.kind === "several" || sounds.kind === "morph") {
    const own = [
      ...(scales.data ?? []).map((one) => one.document),
      ...sounds.scales.filter((one) => typeof one !== "string"),
    ];
    return (
      <>
        <MultiSelect
          label="Scales, in this order"
          description={
            sounds.kind === "several"
              ? sounds.roots.length > 0
                ? "Each on a degree of the key, as written below."
                : "Root by root: every sound starts on the same note."
              : "In one strip without a gap; the note that changed is accented."
          }
          value={sounds.scales.map(valueOf)}
          error={error}
          data={scaleOptions(tables, own)}
          searchable
          onChange={(values) => onChange(withScales(sounds, values.map(choiceOf)))}
        />
        <InOrder
          label="In this order"
          items={sounds.scales}
          nameOf={(scale) => nameOf(scale, tables)}
          onChange={(scales) => onChange(withScales(sounds, scales))}
        />
        {sounds.kind === "several" && <SoundLists sounds={sounds} tables={tables} onChange={onChange} />}
        {sounds.kind === "several" && (
          <TextInput
            key={sounds.scales.map(valueOf).join(" ")}
            label="Roots of their own, as degrees of the key"
            description="1 6 sets the second scale on the sixth: the relative minor beside the major. Empty: all on the tonic."
            maxLength={60}
            defaultValue={sounds.roots.join(" ")}
            onChange={(event) =>
              onChange({ ...sounds, roots: event.currentTarget.value.split(/[\s,]+/).filter(Boolean) })
            }
          />
        )}
        {sounds.kind === "morph" && <MorphFields sounds={sounds} onChange={onChange} />}
      </>
    );
  }
  if (kind === "own" && sounds.kind === "one" && typeof sounds.scale !== "string") {
    return <OwnFields own={sounds.scale} error={error} onChange={(scale) => onChange({ kind: "one", scale })} />;
  }
  const on = (scale: ScaleChoice): Sounds =>
    sounds.kind === "family" ? { kind: "family", parent: scale } : { kind: "one", scale };
  return (
    <>
      <PreviewScalePicker
        label={sounds.kind === "family" ? "Parent of the modes" : "Scale"}
        error={error}
        tables={tables}
        value={scalesOf(sounds)[0] ?? null}
        recipeWith={(scale) => ({ ...recipe, sounds: on(scale) })}
        onChange={(scale) => onChange(on(scale))}
      />
      {sounds.kind === "family" && (
        <Text size="sm" c="dimmed">
          Parent by parent: each mode starts on its own step of the parent and shares its notes. To hear the modes
          against each other on one root, choose several in turn.
        </Text>
      )}
    </>
  );
}

type KeyChord = Extract<Sounds, { kind: "key-chord" }>;

const NUMERALS: Record<KeyChord["colour"], string[]> = {
  major: ["Imaj7", "IIm7", "IIIm7", "IVmaj7", "V7", "VIm7", "VIIm7♭5", "VI7", "II7", "♭VII7"],
  minor: ["Im6", "Im(maj7)", "IIm7♭5", "♭IIImaj7", "IVm7", "V7", "♭VImaj7", "♭VII7", "VIIdim7"],
};

/** Which chord of the key, and the scale over it. */
function KeyChordFields({
  sounds,
  tables,
  error,
  onChange,
}: {
  sounds: KeyChord;
  tables: Tables;
  error?: string;
  onChange: (sounds: Sounds) => void;
}) {
  return (
    <Group grow align="flex-start">
      <Autocomplete
        label="The chord, as a numeral"
        description="Its quality stands after it: IIm7, V7."
        value={sounds.numeral}
        data={NUMERALS[sounds.colour]}
        error={error}
        maxLength={40}
        spellCheck={false}
        filter={({ options }) => options}
        onChange={(numeral) => onChange({ ...sounds, numeral })}
      />
      <Choice
        label="Of which key"
        description="In every key of the route."
        field="KeyChordSound.colour"
        value={sounds.colour}
        onChange={(colour) => onChange({ ...sounds, colour })}
      />
      <ScalePicker
        label="Scale over it"
        description="Left empty: what fits there."
        tables={tables}
        value={sounds.scale}
        list={{ clearable: true, placeholder: "what fits", onClear: () => onChange({ ...sounds, scale: null }) }}
        onChange={(scale) => onChange({ ...sounds, scale })}
      />
    </Group>
  );
}

type Morph = Extract<Sounds, { kind: "morph" }>;

/** How often each sound comes, and whether the chain closes. */
function MorphFields({ sounds, onChange }: { sounds: Morph; onChange: (sounds: Sounds) => void }) {
  return (
    <Group align="flex-end">
      <Amount
        label="Times each"
        w="var(--field-s)"
        field="MorphingSounds.repeats"
        value={sounds.repeats}
        onChange={(repeats) => onChange({ ...sounds, repeats })}
      />
      <Checkbox
        mb={8}
        label="Back to the first scale at the end"
        checked={sounds.closed}
        onChange={(event) => onChange({ ...sounds, closed: event.currentTarget.checked })}
      />
      <Checkbox
        mb={8}
        label="After the first, only what changes"
        checked={sounds.after_first === "changed"}
        onChange={(event) => onChange({ ...sounds, after_first: event.currentTarget.checked ? "changed" : "whole" })}
      />
    </Group>
  );
}

/** A scale of one's own, as degrees. */
export function OwnFields({
  own,
  error,
  onChange,
}: {
  own: OwnScale;
  error?: string;
  onChange: (own: OwnScale) => void;
}) {
  return (
    <>
      <TextInput
        label="Degrees of the scale"
        description="3 to 12 of them against the major scale, rising from 1: 1 2 ♭3 3 5 6. Both thirds are welcome."
        value={own.degrees}
        error={error}
        spellCheck={false}
        onChange={(event) => onChange({ ...own, degrees: event.currentTarget.value })}
      />
      <TextInput
        label="What you call it"
        maxLength={40}
        value={own.name}
        onChange={(event) => onChange({ ...own, name: event.currentTarget.value })}
      />
    </>
  );
}

/** Which saved changes, and how often. */
function ChangesFields({
  sounds,
  error,
  onChange,
}: {
  sounds: Changes;
  error?: string;
  onChange: (sounds: Sounds) => void;
}) {
  const saved = useShelf("changes");
  const here = titleOf(sounds.changes.text) || "these changes";
  const known = saved.data?.find((one) => JSON.stringify(one.document) === JSON.stringify(sounds.changes));
  return (
    <>
      <Select
        label="Changes"
        description="The recipe keeps its own copy, with the sounds chosen for the chords."
        error={error}
        value={known?.id ?? "here"}
        data={[
          ...(known ? [] : [{ value: "here", label: here }]),
          ...(saved.data ?? []).map((one) => ({ value: one.id, label: one.title })),
        ]}
        searchable
        onChange={(id) => {
          const chosen = saved.data?.find((one) => one.id === id);
          if (chosen) onChange({ ...sounds, changes: chosen.document });
        }}
      />
      <Group grow align="flex-start">
        <Amount
          label="Times through"
          description="The whole form."
          field="ChangesSounds.choruses"
          value={sounds.choruses}
          onChange={(choruses) => onChange({ ...sounds, choruses })}
        />
        <Amount
          label="Bars in each key"
          description="0: the whole form."
          field="ChangesSounds.bars_in_key"
          value={sounds.bars_in_key}
          onChange={(bars_in_key) => onChange({ ...sounds, bars_in_key })}
        />
        <Choice
          label="Phrases"
          description="Shown by double bars."
          field="ChangesSounds.phrases"
          value={String(sounds.phrases)}
          onChange={(value) => onChange({ ...sounds, phrases: Number(value) as Changes["phrases"] })}
        />
      </Group>
      <Text size="sm" c="dimmed">
        The figure starts again on each chord&apos;s sound.{" "}
        <Anchor component={Link} to="/changes">
          Write changes and choose their sounds
        </Anchor>
      </Text>
    </>
  );
}
