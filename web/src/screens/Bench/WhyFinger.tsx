import { Button, Loader, Popover, Select, Stack, Text } from "@mantine/core";
import { useState } from "react";
import type { Fingering, Recipe, Strip } from "../../api/types";
import { useFingerWays } from "./queries";
import { WaysTable } from "./WaysTable";

type Pin = Fingering["pins"][number];

interface WhyFingerProps {
  recipe: Recipe;
  strip: Strip;
  /** Keep a note as it is said, and have the rest worked out round it. */
  onPin: (pin: Pin) => void;
}

/** Why a note is played as it is: the other ways, what each costs, and a pin for each. */
export function WhyFinger({ recipe, strip, onPin }: WhyFingerProps) {
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState("1");
  const ways = useFingerWays(recipe, strip.index, Number(note), open);
  const notes = strip.bars.flatMap((bar) => bar.notes.map((one) => ({ bar: bar.number, ...one })));
  return (
    <Popover opened={open} onChange={setOpen} position="bottom-start">
      <Popover.Target>
        <Button
          variant="subtle"
          size="compact-sm"
          style={{ flexShrink: 0 }}
          aria-label={`Why these fingers in ${strip.heading}?`}
          onClick={() => setOpen(!open)}
        >
          Why this finger?
        </Button>
      </Popover.Target>
      <Popover.Dropdown p="md" w="var(--panel-l)">
        <Stack gap="sm">
          <Select
            label="The note"
            value={note}
            searchable
            data={notes.map(({ bar, number, written }, place) => ({
              value: String(place + 1),
              label: `${place + 1}: ${written.name}${number && `, ${number}`}, bar ${bar}`,
            }))}
            onChange={(next) => next !== null && setNote(next)}
          />
          {ways.isPending && <Loader size="sm" aria-label="Working it out" />}
          {ways.isError && <Text size="sm">{ways.error.message}</Text>}
          {ways.data && (
            <WaysTable
              title="It can be played by"
              ways={ways.data.map(({ pin, ...way }) => ({
                ...way,
                action: (
                  <Button
                    size="compact-xs"
                    variant="default"
                    aria-label={`Pin ${way.words}`}
                    onClick={() => {
                      setOpen(false);
                      onPin(pin);
                    }}
                  >
                    Pin it
                  </Button>
                ),
              }))}
            />
          )}
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}
