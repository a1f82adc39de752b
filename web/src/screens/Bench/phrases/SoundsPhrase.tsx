import { SegmentedControl, Select, Stack, Text } from "@mantine/core";
import type { Recipe, ScaleChoice, Tables } from "../../../api/types";
import { pitchClass } from "../../../parts/keys";
import type { PhraseProps } from "../Sentence";
import { problemAt } from "../problems";
import { SoundsFields } from "./SoundsFields";

type Sounds = Recipe["sounds"];

/** What can be chosen on screen: a scale of one's own is one sound that is typed. */
export type SoundsKind = Sounds["kind"] | "own";

const KINDS: { value: SoundsKind; label: string }[] = [
  { value: "one", label: "One sound" },
  { value: "several", label: "Several in turn" },
  { value: "morph", label: "Turning" },
  { value: "family", label: "All modes of one" },
  { value: "own", label: "My own" },
  { value: "chord", label: "A chord" },
  { value: "changes", label: "Changes" },
];
const FIRST_CHANGES = "title: Two five one\nkey: C major\n| Dm7 | G7 | Cmaj7 | % |\n";

function kindOf(sounds: Sounds): SoundsKind {
  return sounds.kind === "one" && typeof sounds.scale !== "string" ? "own" : sounds.kind;
}

/** The scales in use, the first one foremost. */
export function scalesOf(sounds: Sounds): ScaleChoice[] {
  switch (sounds.kind) {
    case "one":
      return [sounds.scale];
    case "several":
    case "morph":
      return sounds.scales;
    case "family":
      return [sounds.parent];
    default:
      return [];
  }
}

function withKind(kind: SoundsKind, sounds: Sounds, tables: Tables): Sounds {
  const scales = scalesOf(sounds);
  const first = scales[0] ?? "ionian";
  const known = scales.find((scale) => typeof scale === "string") ?? "ionian";
  switch (kind) {
    case "one":
      return { kind, scale: known };
    case "family":
      return { kind, parent: first };
    case "several":
      return { kind, scales: scales.length > 1 ? scales : [first, first === "dorian" ? "ionian" : "dorian"] };
    case "morph":
      return { kind, scales: scales.length > 1 ? scales : [first, first === "ionian" ? "lydian" : "ionian"], repeats: 1, closed: false };
    case "own": {
      const degrees = tables.scales.find((scale) => scale.id === first)?.degrees.join(" ") ?? "1 2 3 5 6";
      return { kind: "one", scale: { name: "own scale", degrees } };
    }
    case "chord":
      return { kind, quality: "m7" };
    case "changes": {
      const changes = { format: "dodecant-changes", version: 1, text: FIRST_CHANGES, school: "key", turn: "chorus", choices: [] } as const;
      return { kind, choruses: 1, changes: { ...changes, choices: [] } };
    }
  }
}

/** Whether the key names of minor sounds apply. */
function isMinor(sounds: Sounds, tables: Tables): boolean {
  if (sounds.kind === "chord") return /^(m(?!aj)|-|dim|ø|°)/.test(sounds.quality);
  if (sounds.kind === "changes") return /^\s*key\s*:.*(minor|[A-G][♭♯b#]?m)\s*$/im.test(sounds.changes.text);
  const first = scalesOf(sounds)[0];
  return tables.scales.find((scale) => scale.id === first)?.colour === "minor";
}

/** The starting key and the sound, the sounds in turn, a family of modes, a chord or changes. */
export function SoundsPhrase({ recipe, tables, problems, onChange }: PhraseProps) {
  const { sounds, keys } = recipe;
  const set = (next: Sounds) => onChange({ ...recipe, sounds: next });
  const first = tables.scales.find((scale) => scale.id === scalesOf(sounds)[0]);
  const names = isMinor(sounds, tables) ? tables.minor_keys : tables.major_keys;
  const kind = kindOf(sounds);
  return (
    <Stack gap="sm" w={540}>
      <SegmentedControl
        aria-label="What sounds"
        size="xs"
        value={kind}
        onChange={(next) => set(withKind(next as SoundsKind, sounds, tables))}
        data={KINDS}
      />
      <Select
        label="Starting key"
        value={names[pitchClass(keys.start)] ?? "C"}
        data={names}
        allowDeselect={false}
        disabled={keys.order === "picked"}
        description={keys.order === "picked" ? "The picked keys say where to start." : undefined}
        onChange={(start) => start !== null && onChange({ ...recipe, keys: { ...keys, start } })}
        comboboxProps={{ withinPortal: false }}
      />
      <SoundsFields sounds={sounds} kind={kind} tables={tables} error={problemAt(problems, "/sounds")} onChange={set} />
      {first && (kind === "one" || kind === "family") && (
        <Text size="sm" role="status">
          {first.use}
          {first.serves.length > 0 && ` Over ${first.serves.join(", ")}.`}
          {first.down.length > 0 && ` Coming down: ${first.down.join(" ")}.`}
        </Text>
      )}
    </Stack>
  );
}
