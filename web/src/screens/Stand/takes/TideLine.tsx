import type { Judged } from "../../../api/types";
import classes from "../Stand.module.css";

interface TideLineProps {
  offsets: Judged["offsets"];
  /** Those of another take, drawn as a broken line. */
  beside?: Judged["offsets"];
}

const HEIGHT = 96;
const WIDTH = 800;
const MOST = 100; // ms

/** Time against the grid as one line over the bars: above it early, below it late. */
export function TideLine({ offsets, beside = [] }: TideLineProps) {
  const numbers = offsets.map(({ bar }) => bar);
  const first = Math.min(...numbers);
  const bars = Math.max(first, ...numbers) - first + 1;
  const drawn = (line: Judged["offsets"]) =>
    line
      .map(({ bar, place, off }) => {
        const x = ((bar - first + place) / bars) * WIDTH;
        const y = HEIGHT / 2 + (Math.max(-MOST, Math.min(MOST, off)) / MOST) * (HEIGHT / 2 - 6);
        return `${x.toFixed(1)},${y.toFixed(1)}`;
      })
      .join(" ");
  const worst = offsets.reduce((most, { off }) => (Math.abs(off) > Math.abs(most) ? off : most), 0);
  const told = `Time against the grid, ${offsets.length} notes: at most ${Math.abs(Math.round(worst))} ms ${worst < 0 ? "early" : "late"}`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={classes.tide} role="img" aria-label={told}>
      <line x1={0} x2={WIDTH} y1={HEIGHT / 2} y2={HEIGHT / 2} className={classes.grid} />
      {Array.from({ length: bars + 1 }, (_, bar) => (
        <line
          key={bar}
          x1={(bar / bars) * WIDTH}
          x2={(bar / bars) * WIDTH}
          y1={8}
          y2={HEIGHT - 8}
          className={classes.grid}
        />
      ))}
      {beside.length > 0 && <polyline points={drawn(beside)} className={classes.line} data-earlier />}
      <polyline points={drawn(offsets)} className={classes.line} />
      <text x={4} y={14} className={classes.side}>
        early
      </text>
      <text x={4} y={HEIGHT - 5} className={classes.side}>
        late
      </text>
    </svg>
  );
}
