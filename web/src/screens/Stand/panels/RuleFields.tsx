import { MultiSelect, Text } from "@mantine/core";
import type { FreeRule, Problem } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import { scaleOptions } from "../../../parts/music/scales";
import { useLoadedTables } from "../../../parts/tables";

interface RuleFieldsProps {
  rule: FreeRule;
  onChange: (rule: FreeRule) => void;
  problems: readonly Problem[];
}

const TOLD: Record<FreeRule["kind"], string> = {
  constant: "Never stop: the ear learns to look ahead. The report shows where the gaps were.",
  phrases:
    "Play, and leave room: a statement with its own silence is one unit, four fill a section. The report counts them, and shows where one ran over and where there was no breath.",
  sound: "Only notes of the sound. The report shows what was outside, and where it resolved.",
  sounds: "One sound for a whole chorus, on the root of each chord, then the next.",
  trading: "The line calls, you answer. Each call comes twice.",
};

/** The rule one improvises under. */
export function RuleFields({ rule, onChange, problems }: RuleFieldsProps) {
  const tables = useLoadedTables();
  const put = (change: Partial<FreeRule>) => onChange({ ...rule, ...change });
  const missing = problems.find(({ pointer }) => pointer.startsWith("/rule"))?.message;
  return (
    <>
      <Choice label="The rule" field="FreeRule.kind" value={rule.kind} onChange={(kind) => put({ kind })} />
      <Text size="sm">{TOLD[rule.kind]}</Text>
      {rule.kind === "constant" && (
        <Choice label="Note value" field="FreeRule.value" value={rule.value} onChange={(value) => put({ value })} />
      )}
      {(rule.kind === "phrases" || rule.kind === "trading") && (
        <Amount label="Bars at a time" field="FreeRule.unit" value={rule.unit} onChange={(unit) => put({ unit })} />
      )}
      {rule.kind === "sounds" && (
        <MultiSelect
          label="Sounds, chorus by chorus"
          searchable
          data={scaleOptions(tables, [])}
          value={rule.sounds}
          error={rule.sounds.length === 0 ? "Choose at least one." : missing}
          onChange={(sounds) => put({ sounds })}
        />
      )}
      <Amount
        label="Choruses"
        field="FreeRule.choruses"
        value={rule.choruses}
        onChange={(choruses) => put({ choruses })}
      />
    </>
  );
}
