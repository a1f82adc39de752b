import { Button } from "@mantine/core";
import { useState } from "react";
import type { Fingering, Recipe, Strip } from "../../../api/types";
import { useFingerWays } from "../queries";
import { WaysTable } from "./WaysTable";
import { WhyPopover } from "./WhyPopover";

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
    <WhyPopover
      opened={open}
      onOpened={setOpen}
      words="Why this finger?"
      asks={`Why this finger? In ${strip.heading}`}
      about="The note"
      value={note}
      searchable
      data={notes.map(({ bar, number, written }, place) => ({
        value: String(place + 1),
        label: `${place + 1}: ${written.name}${number && `, ${number}`}, bar ${bar}`,
      }))}
      onChange={setNote}
      answer={ways}
    >
      {ways.data && (
        <WaysTable
          title="It can be played by"
          ways={ways.data.map(({ pin, bar, ...way }) => ({
            ...way,
            then: bar,
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
    </WhyPopover>
  );
}
