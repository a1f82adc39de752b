import { memo } from "react";
import type { Note } from "../../api/types";
import { beats } from "../../sound/schedule";
import classes from "./Contour.module.css";

interface ContourProps {
  notes: readonly Note[];
  /** Quarter notes in a bar, for the barlines. */
  bar: number;
  label: string;
  /** Height of a half step in the drawing, in px. */
  step?: number;
  /** Whether numbers stand in the dots. */
  numbered?: boolean;
  /** Whether playing marks its notes; only one picture of a note can carry its name. */
  live?: boolean;
}

const BEAT = 44;
const EDGE = 14;

/** Pitch against time, labelled with numbers: for players who do not read, and as a small preview. */
export const Contour = memo(function Contour({
  notes,
  bar,
  label,
  step = 5,
  numbered = true,
  live = false,
}: ContourProps) {
  const heights = notes.map((note) => note.written.midi);
  const low = Math.min(...heights);
  const high = Math.max(...heights);
  const end = Math.max(0, ...notes.map((note) => beats(note.start) + beats(note.length)));
  const width = EDGE * 2 + end * BEAT;
  const height = EDGE * 2 + (high - low) * step;
  const x = (beat: number) => EDGE + beat * BEAT;
  const y = (midi: number) => EDGE + (high - midi) * step;
  const radius = numbered ? 9.5 : 4;
  const bars = Array.from({ length: Math.ceil(end / bar) }, (_, number) => number * bar);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={classes.contour}
      style={{ maxWidth: width }}
      role="img"
      aria-label={label}
    >
      {bars.map((beat) => (
        <line
          key={beat}
          x1={x(beat) - EDGE / 2}
          x2={x(beat) - EDGE / 2}
          y1={2}
          y2={height - 2}
          className={classes.barline}
        />
      ))}
      <polyline
        points={notes.map((note) => `${x(beats(note.start))},${y(note.written.midi)}`).join(" ")}
        className={classes.line}
      />
      {notes.map((note) => (
        <g
          key={note.id}
          id={live ? `contour-${note.id}` : undefined}
          className={classes.note}
          data-role={note.role}
          data-note={live ? note.id : undefined}
        >
          <line
            x1={x(beats(note.start))}
            x2={x(beats(note.start) + beats(note.length)) - 6}
            y1={y(note.written.midi)}
            y2={y(note.written.midi)}
            className={classes.length}
          />
          <circle cx={x(beats(note.start))} cy={y(note.written.midi)} r={radius} className={classes.dot} />
          {numbered && (
            <text x={x(beats(note.start))} y={y(note.written.midi) + 4} className={classes.number}>
              {note.number}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
});
