import { Text, UnstyledButton, VisuallyHidden } from "@mantine/core";
import type { ChangesBar, Chord, Worked } from "../../api/types";
import classes from "./Changes.module.css";

interface BarsProps {
  worked: Worked;
  /** First and last selected chord, either way round. */
  span: [number, number];
  onSelect: (chord: number, extend: boolean) => void;
}

/** The changes drawn as bars, four in a row; every chord with its sound. */
export function Bars({ worked, span, onSelect }: BarsProps) {
  if (worked.bars.length === 0) return <Text c="dimmed">Bars appear here as you write.</Text>;
  const low = Math.min(...span);
  const high = Math.max(...span);
  return (
    <div>
      <Text size="sm" c="dimmed" mb={6} aria-live="polite">
        {worked.key}
        {worked.played_bars > 0 && ` · ${worked.played_bars} bars as played`} · Click a chord; hold Shift for several.
      </Text>
      <ol className={classes.bars} aria-label="Bars">
        {worked.bars.map((bar) => (
          <Bar key={bar.number} bar={bar} first={bar.number === 0}>
            {bar.chords.map((number) => {
              const chord = worked.chords[number];
              return (
                chord && (
                  <ChordCell
                    key={number}
                    chord={chord}
                    selected={number >= low && number <= high}
                    onSelect={onSelect}
                  />
                )
              );
            })}
          </Bar>
        ))}
      </ol>
    </div>
  );
}

function Bar({ bar, first, children }: { bar: ChangesBar; first: boolean; children: React.ReactNode }) {
  const notes = [bar.section, bar.metre, first ? "" : bar.key].filter(Boolean);
  return (
    <li
      className={classes.bar}
      data-opens={bar.opens || undefined}
      data-closes={bar.closes || undefined}
      data-begins={bar.section !== "" || undefined}
    >
      <span className={classes.above}>
        {bar.section && <b>{bar.section}</b>} {[bar.metre, first ? "" : bar.key].filter(Boolean).join(", ")}
        {bar.endings.length > 0 && <span className={classes.ending}>{bar.endings.join(", ")}.</span>}
        {notes.length === 0 && bar.endings.length === 0 && " "}
      </span>
      {bar.opens && <VisuallyHidden>Repeat begins.</VisuallyHidden>}
      <span className={classes.cells}>{children}</span>
      {bar.closes && <VisuallyHidden>Repeat ends.</VisuallyHidden>}
    </li>
  );
}

interface ChordCellProps {
  chord: Chord;
  selected: boolean;
  onSelect: (chord: number, extend: boolean) => void;
}

function ChordCell({ chord, selected, onSelect }: ChordCellProps) {
  const names = chord.sounds.map((sound) => sound.name).join(", then ");
  return (
    <UnstyledButton
      id={`chord-${chord.number}`}
      className={classes.chord}
      style={{ flexGrow: chord.beats }}
      data-selected={selected || undefined}
      data-faulty={chord.faulty || undefined}
      data-chosen={chord.chosen || undefined}
      title={names}
      aria-pressed={selected}
      onClick={(event) => onSelect(chord.number, event.shiftKey)}
    >
      <span className={classes.symbol}>{chord.text}</span> <span className={classes.sound}>{names}</span>
      {chord.chosen && <VisuallyHidden component="span"> chosen</VisuallyHidden>}
    </UnstyledButton>
  );
}
