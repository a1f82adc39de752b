import { type RefObject, useLayoutEffect, useState } from "react";
import type { Slip } from "../../../api/types";
import classes from "../Stand.module.css";

/** The head of a note. */
const HEAD = ".head";

interface PencilProps {
  slips: readonly Slip[];
  /** What holds the notation. */
  page: RefObject<HTMLElement | null>;
  /** Changes when the notation is drawn anew. */
  drawn: string;
}

interface Mark {
  kind: Slip["kind"];
  x: number;
  y: number;
  /** Size of a note head. */
  head: number;
  steps: number;
}

/** A take marked on the strip as a teacher marks a page: by shape, in one ink. */
export function Pencil({ slips, page, drawn }: PencilProps) {
  const [marks, setMarks] = useState<Mark[]>([]);
  useLayoutEffect(() => {
    const held = page.current;
    if (held === null) return;
    const place = () => {
      const frame = held.getBoundingClientRect();
      setMarks(slips.flatMap((slip) => placed(slip, held, frame)));
    };
    place();
    const watch = new ResizeObserver(place);
    watch.observe(held);
    return () => watch.disconnect();
  }, [slips, page, drawn]);
  return (
    <svg className={classes.pencil} aria-hidden>
      {marks.map((mark, place) => (
        <path key={place} d={SHAPES[mark.kind](mark)} />
      ))}
    </svg>
  );
}

function placed(slip: Slip, held: HTMLElement, frame: DOMRect): Mark[] {
  const note = held.querySelector(`[id="${slip.note}"]`);
  const head = (note?.querySelector(HEAD) ?? note)?.getBoundingClientRect();
  if (head === undefined) return [];
  const x = head.left - frame.left + head.width / 2;
  const y = head.top - frame.top + head.height / 2;
  return [{ kind: slip.kind, x, y, head: head.height, steps: slip.staff_steps ?? 0 }];
}

const circle = (x: number, y: number, r: number) =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;

/** What was played, as a small open head beside the due one. */
const beside = ({ x, y, head, steps }: Mark) => circle(x + 1.35 * head, y - (steps * head) / 2, 0.42 * head);

/** Where something was left out; with a line, where what follows was too. */
const caret = ({ x, y, head }: Mark) =>
  `M${x - 0.7 * head} ${y + 2 * head}l${0.7 * head} ${-1.1 * head}l${0.7 * head} ${1.1 * head}`;
const caretOn = (mark: Mark) => `${caret(mark)}h${1.6 * mark.head}`;

/** A tick before or after the head; with a second one, where all that follows was moved. */
const before = ({ x, y, head }: Mark) => `M${x - 0.95 * head} ${y - 1.1 * head}v${-1.3 * head}`;
const after = ({ x, y, head }: Mark) => `M${x + 0.95 * head} ${y - 1.1 * head}v${-1.3 * head}`;

const SHAPES: Record<Slip["kind"], (mark: Mark) => string> = {
  wrong: beside,
  octave: beside,
  "left-out": caret,
  "came-in": caret,
  "figure-left-out": caretOn,
  "passage-left-out": caretOn,
  stopped: caretOn,
  "figure-moved": (mark) => `${beside(mark)}M${mark.x + 1.9 * mark.head} ${mark.y}h${1.6 * mark.head}`,
  "tone-left-out": (mark) => caret({ ...mark, y: mark.y + mark.head }),
  added: ({ x, y, head }) => `M${x - 0.9 * head} ${y - 1.2 * head}h${-0.5 * head}v${2.4 * head}h${0.5 * head}`,
  "struck-twice": ({ x, y, head }) =>
    `M${x - 0.9 * head} ${y - 1.2 * head}h${-0.5 * head}v${2.4 * head}h${0.5 * head}M${x - 1.8 * head} ${y - 1.2 * head}v${2.4 * head}`,
  "turned-early": ({ x, y, head }) =>
    `M${x - head} ${y + 1.2 * head}q${head} ${-3.6 * head} ${2 * head} 0l${-0.7 * head} ${-0.1 * head}m${0.7 * head} ${0.1 * head}l${0.1 * head} ${-0.7 * head}`,
  early: before,
  late: after,
  hurried: (mark) => `${before(mark)}${before({ ...mark, x: mark.x - 0.35 * mark.head })}`,
  waited: (mark) => `${after(mark)}${after({ ...mark, x: mark.x + 0.35 * mark.head })}`,
};
