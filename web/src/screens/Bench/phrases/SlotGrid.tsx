import { Group, Stack, Text, UnstyledButton } from "@mantine/core";
import classes from "./SlotGrid.module.css";
import { SLOT_WORDS, type Slot, next, placeOf } from "./slots";

interface SlotGridProps {
  slots: Slot[];
  /** Slots in a bar, and in a beat. */
  inBar: number;
  inBeat: number;
  onChange: (slots: Slot[]) => void;
}

/** The slots of a rhythm, bar by bar; each press takes a slot from sounding to silent to holding on. */
export function SlotGrid({ slots, inBar, inBeat, onChange }: SlotGridProps) {
  const bars = Array.from({ length: Math.ceil(slots.length / inBar) }, (_, bar) => slots.slice(bar * inBar, (bar + 1) * inBar));
  return (
    <Stack gap={6} role="group" aria-label="Slots of the rhythm">
      {bars.map((bar, number) => (
        <Group key={number} gap={0} wrap="nowrap" align="center">
          <Text size="xs" c="dimmed" w={18}>
            {number + 1}
          </Text>
          {bar.map((slot, place) => {
            const at = number * inBar + place;
            return (
              <UnstyledButton
                key={at}
                className={classes.slot}
                data-slot={slot}
                data-beat={place % inBeat === 0 || undefined}
                aria-label={`Bar ${number + 1}, ${placeOf(place, inBeat)}: ${SLOT_WORDS[slot]}`}
                onClick={() => onChange(slots.map((one, index) => (index === at ? next(one) : one)))}
              >
                <span className={classes.mark} />
                <span className={classes.count}>{place % inBeat === 0 ? place / inBeat + 1 : "·"}</span>
              </UnstyledButton>
            );
          })}
        </Group>
      ))}
    </Stack>
  );
}
