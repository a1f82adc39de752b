import { VisuallyHidden } from "@mantine/core";
import { useElementSize } from "@mantine/hooks";
import { scaleLinear, scaleTime } from "d3-scale";
import { dayInWords, localDay, shortDay } from "../../../api/dates";
import classes from "./DayChart.module.css";

interface DayChartProps {
  /** What the chart shows, and what one value is: "Minutes a week", "minutes". */
  title: string;
  unit: string;
  /** Days (year, month, day) in order, each with its value. */
  points: readonly { day: string; value: number }[];
  /** Bars begin at zero; a line shows only the values that there are. */
  kind: "bars" | "line";
}

const HEIGHT = 220;
const LEFT = 40; // room for the numbers of the axis
const RIGHT = 22;
const TOP = 20;
const BOTTOM = 26;
const APART = 64; // px from one date to the next
const WRITTEN = 24; // px a bar needs to carry its value
const DAY = 86_400_000;

/** Values by day, each at its date; a table holds the same values for screen readers. */
export function DayChart({ title, unit, points, kind }: DayChartProps) {
  const { ref, width: room } = useElementSize<HTMLElement>();
  const width = Math.max(room, 280);
  const values = points.map(({ value }) => value);
  const times = points.map(({ day }) => localDay(day).getTime());
  const first = Math.min(...times);
  const last = Math.max(...times);
  const y = scaleLinear([kind === "bars" ? 0 : Math.min(...values), Math.max(...values)], [HEIGHT - BOTTOM, TOP]).nice(
    4,
  );
  const bar = Math.max(4, Math.min(34, ((width - LEFT - RIGHT) / ((last - first) / (7 * DAY) + 1)) * 0.7));
  const inset = kind === "bars" ? bar / 2 : 6;
  // A single day is drawn in the middle.
  const x = scaleTime(
    [first - (first === last ? DAY : 0), last + (first === last ? DAY : 0)],
    [LEFT + inset, width - RIGHT - inset],
  );
  const dated = withRoom(times.map(x));
  return (
    <figure className={classes.figure} ref={ref} aria-label={title}>
      <svg width={width} height={HEIGHT} aria-hidden>
        {y.ticks(4).map((tick) => (
          <g key={tick} transform={`translate(0 ${y(tick)})`}>
            <line x1={LEFT} x2={width - RIGHT} className={classes.rule} />
            <text x={LEFT - 8} dy="0.32em" textAnchor="end">
              {tick}
            </text>
          </g>
        ))}
        {kind === "line" && (
          <polyline
            points={points.map(({ value }, n) => `${x(times[n] ?? 0)},${y(value)}`).join(" ")}
            className={classes.line}
          />
        )}
        {points.map(({ day, value }, n) => (
          <g key={day} transform={`translate(${x(times[n] ?? 0)} 0)`} className={classes.value}>
            <title>{`${dayInWords(day)}: ${value} ${unit}`}</title>
            {kind === "bars" ? (
              <rect x={-bar / 2} width={bar} y={y(value)} height={HEIGHT - BOTTOM - y(value)} rx={2} />
            ) : (
              <circle cy={y(value)} r={points.length < 40 ? 4 : 2.5} />
            )}
            {kind === "bars" && bar >= WRITTEN && (
              <text y={y(value) - 7} textAnchor="middle">
                {value}
              </text>
            )}
            {dated.has(n) && (
              <text y={HEIGHT - 8} textAnchor="middle">
                {shortDay(day)}
              </text>
            )}
          </g>
        ))}
      </svg>
      <VisuallyHidden>
        <table>
          <caption>{title}</caption>
          <tbody>
            {points.map(({ day, value }) => (
              <tr key={day}>
                <th scope="row">{dayInWords(day)}</th>
                <td>{`${value} ${unit}`}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </VisuallyHidden>
    </figure>
  );
}

/** Which of these places (px, rising) can carry a date without touching another: the last first. */
export function withRoom(places: readonly number[]): Set<number> {
  const kept = new Set<number>();
  let next = Infinity;
  for (let n = places.length - 1; n >= 0; n -= 1) {
    const place = places[n] ?? 0;
    if (next - place < APART) continue;
    kept.add(n);
    next = place;
  }
  return kept;
}
