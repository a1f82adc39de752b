import { ActionIcon, Group, Text } from "@mantine/core";
import { IconArrowDown, IconArrowUp } from "@tabler/icons-react";
import { type KeyboardEvent, useId } from "react";
import { announce } from "../Announced";
import { moved } from "../documents/moved";

interface InOrderProps<T> {
  label: string;
  items: readonly T[];
  nameOf: (item: T) => string;
  onChange: (items: T[]) => void;
}

/** Chosen things in their order: moved up and down by buttons, or by Alt and an arrow. Shown from two on. */
export function InOrder<T>({ label, items, nameOf, onChange }: InOrderProps<T>) {
  const id = useId();
  if (items.length < 2) return null;
  const move = (from: number, by: number) => {
    const to = from + by;
    const item = items[from];
    if (item === undefined || to < 0 || to >= items.length) return;
    onChange(moved(items, from, to));
    announce(`${nameOf(item)}: ${to + 1} of ${items.length}`);
  };
  const onKey = (event: KeyboardEvent<HTMLElement>, from: number) => {
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (!event.altKey || by === undefined) return;
    event.preventDefault();
    move(from, by);
    const rows = event.currentTarget.closest("ol")?.children;
    const way = by < 0 ? "[data-up]" : "[data-down]";
    // What was moved stands in another row now: the hand goes with it.
    requestAnimationFrame(() => rows?.[from + by]?.querySelector<HTMLElement>(way)?.focus());
  };
  return (
    <div>
      <Text size="sm" fw={500} id={id}>
        {label}
      </Text>
      <ol aria-labelledby={id} style={{ margin: 0, padding: 0, listStyle: "none", columns: "2 11rem" }}>
        {items.map((item, place) => (
          <li key={place} style={{ breakInside: "avoid" }}>
            <Group gap={2} wrap="nowrap">
              <ActionIcon
                data-up
                size={26}
                variant="subtle"
                aria-label={`${nameOf(item)} earlier`}
                aria-disabled={place === 0}
                onClick={() => move(place, -1)}
                onKeyDown={(event) => onKey(event, place)}
              >
                <IconArrowUp size={15} />
              </ActionIcon>
              <ActionIcon
                data-down
                size={26}
                variant="subtle"
                aria-label={`${nameOf(item)} later`}
                aria-disabled={place === items.length - 1}
                onClick={() => move(place, 1)}
                onKeyDown={(event) => onKey(event, place)}
              >
                <IconArrowDown size={15} />
              </ActionIcon>
              <Text size="sm" truncate>
                {place + 1}. {nameOf(item)}
              </Text>
            </Group>
          </li>
        ))}
      </ol>
    </div>
  );
}
