import { Text } from "@mantine/core";
import { useState } from "react";
import { useJoin } from "../queries";
import { WaysTable } from "./WaysTable";
import { WhyPopover } from "./WhyPopover";
import type { Recipe, Strip } from "../../../api/types";

interface WhyHereProps {
  recipe: Recipe;
  strip: Strip;
}

/** Why the line goes on as it does at a chord: the ways there are, and what each costs. */
export function WhyHere({ recipe, strip }: WhyHereProps) {
  const [open, setOpen] = useState(false);
  const [chord, setChord] = useState("1");
  const beat = strip.chords[Number(chord)]?.start ?? strip.chords[0]?.start ?? null;
  const join = useJoin(recipe, strip.index, open ? beat : null);
  return (
    <WhyPopover
      opened={open}
      onOpened={setOpen}
      words="Why here?"
      asks={`Why here? In ${strip.heading}`}
      about="The join to"
      value={chord}
      data={strip.chords.map(({ symbol }, place) => ({
        value: String(place),
        label: `${symbol}, chord ${place + 1}`,
      }))}
      onChange={setChord}
      answer={join}
    >
      {join.data && (
        <>
          <Text size="sm">{join.data.rule}</Text>
          <WaysTable
            title="The line goes on with"
            ways={join.data.ways.map(({ notes, ...way }) => ({ words: notes.join(" "), ...way }))}
          />
        </>
      )}
    </WhyPopover>
  );
}
