import type { KeyTone } from "../tones";
import marks from "../tones.module.css";
import classes from "./Neck.module.css";

interface NeckProps {
  tones: KeyTone[];
  label: string;
}

/** Open strings in standard tuning, the highest on top: pitch class (C = 0) and name. */
const STRINGS = [
  [4, "E"],
  [11, "B"],
  [7, "G"],
  [2, "D"],
  [9, "A"],
  [4, "E"],
] as const;
const FRETS = 12;
const FRET = 37;
const STRING = 23;
const INLAYS = [3, 5, 7, 9, 12];

/** A guitar neck up to the twelfth fret; the sound's places carry their numbers. */
export function Neck({ tones, label }: NeckProps) {
  const at = new Map(tones.map((tone) => [tone.height, tone]));
  const left = 40;
  return (
    <svg
      viewBox={`0 0 ${left + FRETS * FRET + 6} ${6 * STRING + 22}`}
      className={classes.neck}
      role="img"
      aria-label={label}
    >
      {Array.from({ length: FRETS + 1 }, (_, fret) => (
        <line
          key={fret}
          x1={left + fret * FRET}
          x2={left + fret * FRET}
          y1={STRING / 2}
          y2={5.5 * STRING}
          className={fret === 0 ? classes.nut : classes.fret}
        />
      ))}
      {INLAYS.map((fret) => (
        <text key={fret} x={left + (fret - 0.5) * FRET} y={6 * STRING + 16} className={classes.inlay}>
          {fret}
        </text>
      ))}
      {STRINGS.map(([open], string) => (
        <g key={string}>
          <line
            x1={left}
            x2={left + FRETS * FRET}
            y1={(string + 0.5) * STRING}
            y2={(string + 0.5) * STRING}
            className={classes.string}
          />
          {Array.from({ length: FRETS + 1 }, (_, fret) => {
            const tone = at.get((open + fret) % 12);
            const x = fret === 0 ? left - 16 : left + (fret - 0.5) * FRET;
            return (
              tone && (
                <g key={fret} data-role={tone.role}>
                  <circle cx={x} cy={(string + 0.5) * STRING} r={10.5} className={marks.dot} />
                  <text x={x} y={(string + 0.5) * STRING + 4} className={marks.number}>
                    {tone.number}
                  </text>
                </g>
              )
            );
          })}
        </g>
      ))}
    </svg>
  );
}
