import { SegmentedControl, Select, Stack, Text } from "@mantine/core";
import type { Recipe } from "../../../api/types";
import { pitchClass } from "../../../parts/keys";
import type { PhraseProps } from "./PhraseProps";
import { problemAt } from "../problems";
import { SoundsFields } from "./SoundsFields";
import { KINDS, type SoundsKind, isMinor, kindOf, scalesOf, withKind } from "./soundsKinds";

/** The starting key and the sound, the sounds in turn, a family of modes, a chord or changes. */
export function SoundsPhrase({ recipe, tables, problems, onChange }: PhraseProps) {
  const { sounds, keys } = recipe;
  const set = (next: Recipe["sounds"]) => onChange({ ...recipe, sounds: next });
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
      <SoundsFields recipe={recipe} sounds={sounds} kind={kind} tables={tables} error={problemAt(problems, "/sounds")} onChange={set} />
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
