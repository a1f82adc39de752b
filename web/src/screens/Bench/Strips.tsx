import { useDebouncedValue } from "@mantine/hooks";
import { memo, useMemo } from "react";
import type { Bench, Remark } from "../../api/types";
import { StripView } from "../../parts/StripView/StripView";

interface StripsProps {
  bench: Bench;
  /** Index of the strip that sounds, or null. */
  sounding: number | null;
  looping: boolean;
  stale: boolean;
  onPlay: (index: number, loop: boolean) => void;
}

const NONE: Remark[] = [];

/** All strips. The first answers at once; the others wait until the hand has left the keys. */
export const Strips = memo(function Strips({ bench, sounding, looping, stale, onPlay }: StripsProps) {
  const { exercise, first } = bench;
  const [settled] = useDebouncedValue(exercise, 250);
  const remarks = useMemo(() => Map.groupBy(exercise.remarks, (remark) => remark.strip), [exercise]);
  return exercise.strips.map((strip) => (
    <StripView
      key={strip.index}
      recipe={exercise.recipe}
      strip={strip}
      picture={strip.index === first.index ? first.svg : undefined}
      remarks={remarks.get(strip.index) ?? NONE}
      sounding={strip.index === sounding}
      repeated={looping && strip.index === sounding}
      settled={settled === exercise}
      stale={stale}
      onPlay={onPlay}
    />
  ));
});
