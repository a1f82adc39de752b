import type { KeyTone } from "../tones";
import marks from "../tones.module.css";
import classes from "./Keyboard.module.css";

interface KeyboardProps {
  tones: KeyTone[];
  label: string;
}

const WHITE = [0, 2, 4, 5, 7, 9, 11];
const BLACK = [1, 3, 6, 8, 10];
const WIDTH = 34;
const KEYS = 14;

/** Two octaves of a keyboard from C; the sound's keys carry their numbers. */
export function Keyboard({ tones, label }: KeyboardProps) {
  const at = new Map(tones.map((tone) => [tone.height, tone]));
  const octaves = [0, 1];
  return (
    <svg viewBox={`0 0 ${KEYS * WIDTH + 2} 122`} className={classes.keyboard} role="img" aria-label={label}>
      {octaves.flatMap((octave) =>
        WHITE.map((height, place) => (
          <Key
            key={`${octave} ${height}`}
            x={1 + (7 * octave + place) * WIDTH}
            width={WIDTH}
            height={118}
            kind="white"
            tone={at.get(height)}
          />
        )),
      )}
      {octaves.flatMap((octave) =>
        BLACK.map((height) => (
          <Key
            key={`${octave} ${height}`}
            x={1 + (7 * octave + Math.ceil((height * 7) / 12)) * WIDTH - 11}
            width={22}
            height={72}
            kind="black"
            tone={at.get(height)}
          />
        )),
      )}
    </svg>
  );
}

interface KeyProps {
  x: number;
  width: number;
  height: number;
  kind: "white" | "black";
  tone: KeyTone | undefined;
}

function Key({ x, width, height, kind, tone }: KeyProps) {
  const middle = x + width / 2;
  return (
    <g data-kind={kind} data-role={tone?.role}>
      <rect x={x} y={1} width={width} height={height} rx={2} className={classes.key} />
      {tone && <circle cx={middle} cy={height - 15} r={10.5} className={marks.dot} />}
      {tone && (
        <text x={middle} y={height - 11} className={marks.number}>
          {tone.number}
        </text>
      )}
    </g>
  );
}
