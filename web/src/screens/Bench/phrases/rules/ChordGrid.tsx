import { Text, UnstyledButton } from "@mantine/core";
import type { Exercise } from "../../../../api/types";
import classes from "./rules.module.css";

interface ChordGridProps {
  exercise: Exercise;
  /** The rule whose chords are pressed, by its number. */
  rule: number;
  /** Numbers of the chords that are pressed. */
  pressed: readonly number[];
  onPress: (chord: number, symbol: string) => void;
}

/** The chords of the form in the first key, each with the number of the rule that holds there; they can be pressed. */
export function ChordGrid({ exercise, rule, pressed, onPress }: ChordGridProps) {
  const strip = exercise.strips[0];
  const seen = new Set<number>();
  const chords = (strip?.chords ?? []).filter(({ number }) => {
    if (number === null || seen.has(number)) return false;
    seen.add(number);
    return true;
  });
  if (chords.length === 0) return null;
  return (
    <div>
      <Text size="sm" mb={4}>
        Which rule holds where. Press chords to have this one there.
      </Text>
      <div className={classes.chords} role="group" aria-label="Chords of the form">
        {chords.map(({ number, symbol, rule: holds }) => (
          <UnstyledButton
            key={number}
            className={classes.chord}
            aria-pressed={pressed.includes(number ?? -1)}
            aria-label={`${symbol}${holds === null ? "" : `, rule ${holds + 1}`}`}
            data-here={holds === rule || undefined}
            data-pressed={pressed.includes(number ?? -1) || undefined}
            onClick={() => number !== null && onPress(number, symbol)}
          >
            <span>{symbol}</span>
            <span className={classes.holds}>{holds === null ? " " : holds + 1}</span>
          </UnstyledButton>
        ))}
      </div>
    </div>
  );
}
