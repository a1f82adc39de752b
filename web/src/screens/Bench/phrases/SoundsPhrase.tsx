import { SegmentedControl, Select, Stack, Text } from "@mantine/core";
import type { Recipe } from "../../../api/types";
import { useOffered } from "../../../parts/fields/Choice";
import { keyName, tonicNames } from "../../../parts/music/keys";
import type { PhraseProps } from "./PhraseProps";
import { problemAt } from "../problems";
import classes from "../Bench.module.css";
import { useRecall } from "./recall";
import { SoundsFields } from "./SoundsFields";
import { type SoundsKind, kindOf, scalesOf, withKind } from "./soundsKinds";

/** A scale of one's own is one sound that is typed. */
const OWN = { own: "My own" };

/** The starting key and the sound, the sounds in turn, a family of modes, a chord or changes. */
export function SoundsPhrase({ recipe, tables, problems, exercise, onChange }: PhraseProps) {
  const { sounds, keys } = recipe;
  const set = (next: Recipe["sounds"]) => onChange({ ...recipe, sounds: next });
  const first = tables.scales.find((scale) => scale.id === scalesOf(sounds)[0]);
  const names = tonicNames([...(exercise?.key_names ?? []), keyName(keys.start)], tables);
  const kinds = useOffered<SoundsKind>("SoundsPart.kind", OWN);
  const kind = kindOf(sounds);
  const recall = useRecall();
  return (
    <Stack gap="sm" w="var(--panel-xl)">
      <SegmentedControl
        aria-label="What sounds"
        className={classes.kinds}
        size="xs"
        withItemsBorders={false}
        value={kind}
        onChange={(next) => next !== kind && set(recall("sounds", next) ?? withKind(next, sounds, tables))}
        data={kinds}
      />
      <Select
        label="Starting key"
        value={keyName(keys.start)}
        data={names}
        disabled={keys.order === "picked"}
        description={keys.order === "picked" ? "The picked keys say where to start." : undefined}
        onChange={(start) => start !== null && onChange({ ...recipe, keys: { ...keys, start } })}
      />
      <SoundsFields
        recipe={recipe}
        sounds={sounds}
        kind={kind}
        tables={tables}
        error={problemAt(problems, "/sounds")}
        onChange={set}
      />
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
