import { MultiSelect, SegmentedControl, Select, Stack, Text, TextInput } from "@mantine/core";
import type { Recipe, Tables } from "../../../api/types";
import { pitchClass } from "../../../parts/keys";
import { scaleOptions } from "../../../parts/scales";
import type { PhraseProps } from "../Sentence";
import { problemAt } from "../problems";

type Sounds = Recipe["sounds"];

type Own = Extract<Sounds, { kind: "own" }>;

/** Ids of the catalogue's scales in use; none for a scale of one's own. */
function scalesOf(sounds: Sounds): string[] {
  switch (sounds.kind) {
    case "one":
      return [sounds.scale];
    case "several":
      return sounds.scales;
    case "family":
      return [sounds.parent];
    case "own":
      return [];
  }
}

function withKind(kind: Sounds["kind"], sounds: Sounds, tables: Tables): Sounds {
  const scales = scalesOf(sounds);
  const first = scales[0] ?? "ionian";
  switch (kind) {
    case "one":
      return { kind, scale: first };
    case "family":
      return { kind, parent: first };
    case "several":
      return { kind, scales: scales.length > 1 ? scales : [first, first === "dorian" ? "ionian" : "dorian"] };
    case "own":
      return { kind, name: "own scale", degrees: tables.scales.find((scale) => scale.id === first)?.degrees.join(" ") ?? "1 2 3 5 6" };
  }
}

/** The starting key and the sound, the sounds in turn, or a family of modes. */
export function SoundsPhrase({ recipe, tables, problems, onChange }: PhraseProps) {
  const { sounds, keys } = recipe;
  const set = (next: Sounds) => onChange({ ...recipe, sounds: next });
  const data = scaleOptions(tables);
  const first = tables.scales.find((scale) => scale.id === scalesOf(sounds)[0]);
  const names = first?.colour === "minor" ? tables.minor_keys : tables.major_keys;
  const inside = { comboboxProps: { withinPortal: false } };
  return (
    <Stack gap="sm" w={440}>
      <SegmentedControl
        aria-label="How many sounds"
        value={sounds.kind}
        onChange={(kind) => set(withKind(kind as Sounds["kind"], sounds, tables))}
        data={[
          { value: "one", label: "One sound" },
          { value: "several", label: "Several in turn" },
          { value: "family", label: "All modes of one" },
          { value: "own", label: "My own" },
        ]}
      />
      <Select
        label="Starting key"
        value={names[pitchClass(keys.start)] ?? "C"}
        data={names}
        allowDeselect={false}
        disabled={keys.order === "picked"}
        description={keys.order === "picked" ? "The picked keys say where to start." : undefined}
        onChange={(start) => start !== null && onChange({ ...recipe, keys: { ...keys, start } })}
        {...inside}
      />
      {sounds.kind === "own" ? (
        <OwnFields own={sounds} error={problemAt(problems, "/sounds")} onChange={set} />
      ) : sounds.kind === "several" ? (
        <MultiSelect
          label="Sounds, in this order, on one tonic"
          description="Root by root: every sound starts on the same note."
          value={sounds.scales}
          error={problemAt(problems, "/sounds")}
          data={data}
          searchable
          onChange={(scales) => set({ kind: "several", scales })}
          {...inside}
        />
      ) : (
        <Select
          label={sounds.kind === "one" ? "Sound" : "Parent of the modes"}
          value={scalesOf(sounds)[0] ?? null}
          error={problemAt(problems, "/sounds")}
          data={data}
          searchable
          allowDeselect={false}
          onChange={(scale) => scale !== null && set(sounds.kind === "one" ? { kind: "one", scale } : { kind: "family", parent: scale })}
          {...inside}
        />
      )}
      {first && sounds.kind !== "several" && (
        <Text size="sm" role="status">
          {first.use}
          {first.serves.length > 0 && ` Over ${first.serves.join(", ")}.`}
          {first.down.length > 0 && ` Coming down: ${first.down.join(" ")}.`}
        </Text>
      )}
      {sounds.kind === "family" && (
        <Text size="sm" c="dimmed">
          Parent by parent: each mode starts on its own step of the parent and shares its notes. To hear the modes against each other on
          one root, choose several in turn.
        </Text>
      )}
    </Stack>
  );
}

/** A scale of one's own, as degrees. */
function OwnFields({ own, error, onChange }: { own: Own; error?: string; onChange: (own: Own) => void }) {
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
