/** The kinds of sounds one can choose: what each begins with, and which it is. */
import type { Recipe, ScaleChoice, Tables } from "../../../api/types";

type Sounds = Recipe["sounds"];

/** What can be chosen on screen: a scale of one's own is one sound that is typed. */
export type SoundsKind = Sounds["kind"] | "own";

export const KINDS: { value: SoundsKind; label: string }[] = [
  { value: "one", label: "One sound" },
  { value: "several", label: "Several in turn" },
  { value: "morph", label: "Turning" },
  { value: "family", label: "All modes of one" },
  { value: "own", label: "My own" },
  { value: "chord", label: "A chord" },
  { value: "changes", label: "Changes" },
];
const FIRST_CHANGES = "title: Two five one\nkey: C major\n| Dm7 | G7 | Cmaj7 | % |\n";

/** What the choice on screen is. */
export function kindOf(sounds: Sounds): SoundsKind {
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

/** Sounds of another kind, keeping the scales there were. */
export function withKind(kind: SoundsKind, sounds: Sounds, tables: Tables): Sounds {
  if (kind === "changes" && sounds.kind === "changes") return sounds;
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
      return { kind, scales: scales.length > 1 ? scales : [first, first === "ionian" ? "lydian" : "ionian"], repeats: 1, closed: false, part: "whole" };
    case "own": {
      const degrees = tables.scales.find((scale) => scale.id === first)?.degrees.join(" ") ?? "1 2 3 5 6";
      return { kind: "one", scale: { name: "own scale", degrees } };
    }
    case "chord":
      return { kind, quality: "m7" };
    case "changes": {
      const changes = { format: "dodecant-changes", version: 1, text: FIRST_CHANGES, school: "key", turn: "chorus", choices: [] } as const;
      return { kind, choruses: 1, bars_in_key: 0, phrases: 4, changes: { ...changes, choices: [] } };
    }
  }
}

/** Whether the key names of minor sounds apply. */
export function isMinor(sounds: Sounds, tables: Tables): boolean {
  if (sounds.kind === "chord") return /^(m(?!aj)|-|dim|ø|°)/.test(sounds.quality);
  if (sounds.kind === "changes") return /^\s*key\s*:.*(minor|[A-G][♭♯b#]?m)\s*$/im.test(sounds.changes.text);
  const first = scalesOf(sounds)[0];
  return tables.scales.find((scale) => scale.id === first)?.colour === "minor";
}
