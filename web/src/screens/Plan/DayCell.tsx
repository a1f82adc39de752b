import { useDraggable, useDroppable } from "@dnd-kit/core";
import { useMergedRef } from "@mantine/hooks";
import { UnstyledButton, VisuallyHidden } from "@mantine/core";
import type { KeyboardEvent } from "react";
import { localDay, today } from "../../api/dates";
import type { PlanDay } from "../../api/types";
import classes from "./Plan.module.css";

interface DayCellProps {
  day: PlanDay;
  /** Its minutes as a part of the longest day's. */
  share: number;
  onOpen: () => void;
  /** Moves it so many days on. */
  onMove: (by: number) => void;
}

const STEPS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 };

/** A day of a week: its date, its keys (those that are new in bold), a bar as high as its minutes. */
export function DayCell({ day, share, onOpen, onMove }: DayCellProps) {
  const { setNodeRef: drag, listeners, transform, isDragging } = useDraggable({ id: day.day });
  const { setNodeRef: drop, isOver } = useDroppable({ id: day.day });
  const ref = useMergedRef<HTMLButtonElement>(drag, drop);
  const off = day.items.length === 0 && day.cap === 0;
  const news = new Set(day.items.filter(({ comes }) => comes === "new").map(({ key }) => key));
  const keys = [...new Set(day.items.map(({ key }) => key))];
  const minutes = Math.round(day.minutes);
  const now = day.day === today();
  const said = (parts: Intl.DateTimeFormatOptions) => localDay(day.day).toLocaleDateString("en-GB", parts);
  const move = (event: KeyboardEvent) => {
    const by = STEPS[event.key];
    if (!event.altKey || by === undefined) return;
    event.preventDefault();
    onMove(by);
  };
  return (
    <UnstyledButton
      ref={ref}
      {...listeners}
      className={classes.day}
      aria-current={now ? "date" : undefined}
      data-over={(isOver && !isDragging) || undefined}
      data-held={isDragging || undefined}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 2 } : undefined}
      onClick={onOpen}
      onKeyDown={move}
    >
      <span className={classes.date}>
        <span>{said({ weekday: "short" })}</span> <span>{said({ day: "numeric" })}</span>
        <VisuallyHidden>
          {said({ month: "long" })}
          {now ? ", today" : ""}:
        </VisuallyHidden>
        {day.pinned && (
          <span className={classes.byHand}>
            set<VisuallyHidden> by hand</VisuallyHidden>
          </span>
        )}
      </span>
      <span className={classes.keys}>
        {off && "off"}
        {!off && keys.length === 0 && <VisuallyHidden>nothing is due</VisuallyHidden>}
        {keys.map((key) => (
          <span key={key} data-new={news.has(key) || undefined}>
            {key}
            {news.has(key) && <VisuallyHidden> new</VisuallyHidden>}{" "}
          </span>
        ))}
      </span>
      {minutes > 0 && (
        <span className={classes.minutes}>
          {minutes} min<VisuallyHidden> of {Math.round(day.cap)}</VisuallyHidden>
        </span>
      )}
      {minutes > 0 && <span className={classes.bar} style={{ height: `${100 * share}%` }} />}
    </UnstyledButton>
  );
}
