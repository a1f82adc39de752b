import { Group, Select, Stack, Text, UnstyledButton } from "@mantine/core";
import { useLoadedTables } from "../../../../parts/tables";
import classes from "./SlotGrid.module.css";
import { type Beat, SLOT_WORDS, divided, next, placeOf } from "./slots";

interface SlotGridProps {
  beats: Beat[];
  /** Beats in a bar, and slots in a beat that is not divided on its own. */
  inBar: number;
  inBeat: number;
  /** Whether beats can be divided on their own. */
  divides: boolean;
  onChange: (beats: Beat[]) => void;
}

const DIVISIONS = [1, 2, 3, 4, 5, 6].map((count) => ({ value: String(count), label: `in ${count}` }));

/** The slots of a rhythm, bar by bar; each press takes a slot from sounding to silent to holding on. */
export function SlotGrid({ beats, inBar, inBeat, divides, onChange }: SlotGridProps) {
  const tables = useLoadedTables();
  const bars = Array.from({ length: Math.ceil(beats.length / inBar) }, (_, bar) =>
    beats.slice(bar * inBar, (bar + 1) * inBar),
  );
  const set = (at: number, beat: Beat) => onChange(beats.map((one, index) => (index === at ? beat : one)));
  return (
    <Stack gap={6} role="group" aria-label="Slots of the rhythm">
      {bars.map((bar, number) => (
        <Group key={number} gap={0} wrap="nowrap" align="flex-start">
          <Text size="xs" c="dimmed" w={18} mt={2}>
            {number + 1}
          </Text>
          {bar.map((beat, place) => {
            const at = number * inBar + place;
            const where = `Bar ${number + 1}, `;
            return (
              <div key={at} className={classes.beat} data-own={beat.own || undefined}>
                <Group gap={0} wrap="nowrap">
                  {beat.slots.map((slot, within) => (
                    <UnstyledButton
                      key={within}
                      className={classes.slot}
                      data-slot={slot}
                      data-beat={within === 0 || undefined}
                      aria-label={`${where}${placeOf(place, within, beat.slots.length, tables)}: ${SLOT_WORDS[slot]}`}
                      onClick={() =>
                        set(at, {
                          ...beat,
                          slots: beat.slots.map((one, index) => (index === within ? next(one) : one)),
                        })
                      }
                    >
                      <span className={classes.mark} />
                      <span className={classes.count}>{within === 0 ? place + 1 : "·"}</span>
                    </UnstyledButton>
                  ))}
                </Group>
                {divides && (
                  <Select
                    size="xs"
                    variant="unstyled"
                    className={classes.division}
                    aria-label={`${where}divide beat ${place + 1} into`}
                    value={String(beat.slots.length)}
                    data={DIVISIONS}
                    withCheckIcon={false}
                    comboboxProps={{ withinPortal: false, width: 76 }}
                    onChange={(count) => count !== null && set(at, divided(Number(count), inBeat))}
                  />
                )}
              </div>
            );
          })}
        </Group>
      ))}
    </Stack>
  );
}
