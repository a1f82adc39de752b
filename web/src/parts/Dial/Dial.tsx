import { useRef, useState } from "react";
import { onCircle, wedge } from "../music/keys";
import classes from "./Dial.module.css";

interface DialProps {
  /** Pitch classes in the order of the route. */
  route: readonly number[];
  /** The side that sounds or is looked at now. */
  current?: number | null;
  /** Names of the sides, from C. */
  names: readonly string[];
  /** Called with a side's pitch class; without it the dial is only a picture. */
  onSide?: (key: number) => void;
  /** Called when the pointer or the keyboard comes to a side: what pressing it shows can be made ready. */
  onNear?: (key: number) => void;
  /** What pressing a side does, for screen readers: "Go to". */
  action?: string;
  /** How far each key has come, from 0 to 1, from C: its side fills. */
  ready?: readonly number[];
  /** Whether sides are switches that are on while in the route. */
  switches?: boolean;
  size?: number;
}

/** What a dial that fills says to who does not see it. */
function told(names: readonly string[], ready: readonly number[]): string {
  return `How far each key has come: ${names.map((name, key) => `${name} ${Math.round(100 * (ready[key] ?? 0))} %`).join(", ")}`;
}

const [INNER, OUTER] = [64, 97];
const BOX = 200;
const CENTRE = BOX / 2;

/** The twelve-sided dial: twelve sides, twelve keys, the route drawn across it. One stop, arrows go round. */
export function Dial({
  route,
  current = null,
  names,
  onSide,
  onNear,
  action = "Go to",
  switches,
  ready,
  size = 168,
}: DialProps) {
  const points = route.map((key) => onCircle(key, 56, CENTRE));
  const first = points[0];
  const [entry, setEntry] = useState(route[0] ?? 0);
  const sides = useRef<(SVGGElement | null)[]>([]);
  const turn = (key: number) => {
    const side = (key + names.length) % names.length;
    setEntry(side);
    sides.current[side]?.focus();
  };
  return (
    <svg
      viewBox={`0 0 ${BOX} ${BOX}`}
      width={size}
      height={size}
      className={classes.dial}
      data-fills={ready !== undefined || undefined}
      role="group"
      aria-label={ready ? told(names, ready) : `Key route: ${route.map((key) => names[key]).join(", ")}`}
    >
      {names.map((name, key) => {
        const place = route.indexOf(key);
        const label = onCircle(key, 80, CENTRE);
        const control = onSide && {
          role: "button",
          tabIndex: key === entry ? 0 : -1,
          onFocus: () => {
            setEntry(key);
            onNear?.(key);
          },
          onPointerEnter: () => onNear?.(key),
          "aria-label": `${action} ${name}`,
          "aria-pressed": switches ? place >= 0 : undefined,
          onClick: () => onSide(key),
          onKeyDown: (event: React.KeyboardEvent) => {
            const ways: Record<string, () => void> = {
              Enter: () => onSide(key),
              " ": () => onSide(key),
              ArrowRight: () => turn(key + 1),
              ArrowDown: () => turn(key + 1),
              ArrowLeft: () => turn(key - 1),
              ArrowUp: () => turn(key - 1),
              Home: () => turn(0),
              End: () => turn(names.length - 1),
            };
            const way = ways[event.key];
            if (way === undefined) return;
            event.preventDefault();
            way();
          },
        };
        return (
          <g
            key={name}
            ref={(side) => {
              sides.current[key] = side;
            }}
            className={classes.side}
            data-on={place >= 0 || (ready !== undefined && (ready[key] ?? 0) > 0) || undefined}
            data-current={key === current || undefined}
            data-live={onSide ? true : undefined}
            {...control}
          >
            <polygon points={wedge(key, INNER, OUTER, CENTRE)} />
            {ready !== undefined && (ready[key] ?? 0) > 0 && (
              <polygon
                className={classes.filled}
                points={wedge(key, INNER, INNER + (OUTER - INNER) * (ready[key] ?? 0), CENTRE)}
              />
            )}
            <text x={label.x} y={label.y}>
              {name}
            </text>
          </g>
        );
      })}
      <polyline className={classes.route} points={points.map(({ x, y }) => `${x},${y}`).join(" ")} />
      {first && <circle className={classes.start} cx={first.x} cy={first.y} r={4.5} />}
    </svg>
  );
}
