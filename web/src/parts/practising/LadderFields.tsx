import { Text, TextInput } from "@mantine/core";
import { useState } from "react";
import type { TempoLadder } from "../../api/types";
import { Amount } from "../fields/Amount";
import { Choice } from "../fields/Choice";
import { limitsOf, useLoadedTables } from "../tables";

interface LadderFieldsProps {
  ladder: TempoLadder;
  onChange: (ladder: TempoLadder) => void;
  /** Its rule in words. */
  words: string;
}

/** The tempos one climbs. */
export function LadderFields({ ladder, onChange, words }: LadderFieldsProps) {
  const put = (change: Partial<TempoLadder>) => onChange({ ...ladder, ...change });
  return (
    <>
      <Choice label="The ladder" field="TempoLadder.way" value={ladder.way} onChange={(way) => put({ way })} />
      {ladder.way === "fixed" ? (
        <FixedTempos fixed={ladder.fixed} onChange={(fixed) => put({ fixed })} />
      ) : (
        <Amount
          label="Begin at"
          description="0: as the hardest note value wants it."
          field="TempoLadder.begin"
          value={ladder.begin}
          onChange={(begin) => put({ begin, top: Math.max(ladder.top, begin) })}
        />
      )}
      {ladder.way === "takes" && (
        <>
          <Amount label="Up by" field="TempoLadder.by" value={ladder.by} onChange={(by) => put({ by })} />
          <Amount label="Top" field="TempoLadder.top" value={ladder.top} onChange={(top) => put({ top })} />
        </>
      )}
      {ladder.way !== "one" && (
        <>
          <Amount
            label="Move on after clean takes"
            field="TempoLadder.after"
            value={ladder.after}
            onChange={(after) => put({ after })}
          />
          <Amount
            label="Go back after takes with slips"
            field="TempoLadder.down_after"
            value={ladder.down_after}
            onChange={(down_after) => put({ down_after })}
          />
        </>
      )}
      {words && <Text size="sm">{words}</Text>}
      <Text size="xs" c="dimmed">
        Small steps. Stop when it hurts; pain that stays is for a doctor or a qualified teacher.
      </Text>
    </>
  );
}

/** Tempos typed one after another; what cannot be is told at the field, and stays there to be mended. */
function FixedTempos({ fixed, onChange }: { fixed: readonly number[]; onChange: (fixed: number[]) => void }) {
  const { least, most } = limitsOf(useLoadedTables(), "Recipe.tempo");
  const { most: many } = limitsOf(useLoadedTables(), "TempoLadder.fixed");
  const [text, setText] = useState(fixed.join(" "));
  const tempos = text.split(/[\s,]+/).filter((one) => one !== "");
  const wrong = tempos.find((one) => !(Number.isInteger(Number(one)) && Number(one) >= least && Number(one) <= most));
  const error =
    wrong !== undefined
      ? `“${wrong}” is no tempo. Write whole numbers from ${least} to ${most}.`
      : tempos.length === 0 || tempos.length > many
        ? `Write one to ${many} tempos.`
        : undefined;
  return (
    <TextInput
      label="Tempos"
      description="In the order they are played."
      value={text}
      error={error}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={() => error === undefined && onChange(tempos.map(Number))}
    />
  );
}
