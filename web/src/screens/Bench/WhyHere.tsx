import { Button, Loader, Popover, Select, Stack, Text } from "@mantine/core";
import { useState } from "react";
import { useJoin } from "./queries";
import { WaysTable } from "./WaysTable";
import type { Recipe, Strip } from "../../api/types";

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
    <Popover opened={open} onChange={setOpen} position="bottom-start">
      <Popover.Target>
        <Button
          variant="subtle"
          size="compact-sm"
          style={{ flexShrink: 0 }}
          aria-label={`Why these joins in ${strip.heading}?`}
          onClick={() => setOpen(!open)}
        >
          Why here?
        </Button>
      </Popover.Target>
      <Popover.Dropdown p="md" w="var(--panel-l)">
        <Stack gap="sm">
          <Select
            label="The join to"
            value={chord}
            data={strip.chords.map(({ symbol }, place) => ({
              value: String(place),
              label: `${symbol}, chord ${place + 1}`,
            }))}
            onChange={(next) => next !== null && setChord(next)}
          />
          {join.isPending && <Loader size="sm" aria-label="Working it out" />}
          {join.isError && <Text size="sm">{join.error.message}</Text>}
          {join.data && (
            <>
              <Text size="sm">{join.data.rule}</Text>
              <WaysTable
                title="The line goes on with"
                ways={join.data.ways.map(({ notes, ...way }) => ({ words: notes.join(" "), ...way }))}
              />
            </>
          )}
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}
