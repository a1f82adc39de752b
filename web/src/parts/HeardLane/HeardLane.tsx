import { VisuallyHidden } from "@mantine/core";
import type { Heard } from "../../api/types";
import { labelOf, useLoadedTables } from "../tables";
import classes from "./HeardLane.module.css";

/** One note over a chord: its name and number, told apart by weight of ink. */
export function HeardTone({ tone }: { tone: Heard }) {
  const tables = useLoadedTables();
  return (
    <span className={classes.tone} data-role={tone.role}>
      <span className={classes.note}>{tone.note}</span>
      <span className={classes.degree}>{tone.degree}</span>
      <VisuallyHidden>{labelOf(tables, "Tone.role", tone.role)}</VisuallyHidden>
    </span>
  );
}

/** What each note of a sound becomes over a chord. */
export function HeardLane({ tones }: { tones: Heard[] }) {
  return (
    <div className={classes.lane}>
      {tones.map((tone, place) => (
        <HeardTone key={place} tone={tone} />
      ))}
    </div>
  );
}
