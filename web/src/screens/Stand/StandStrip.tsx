import { Box, Skeleton, Text, Title } from "@mantine/core";
import { useRef } from "react";
import type { Curtain, Exercise, Slip, Strip } from "../../api/types";
import { Contour } from "../../parts/Contour/Contour";
import { Engraved } from "../../parts/Engraved/Engraved";
import { useStripPicture } from "../../parts/queries";
import { numbersOf, seen } from "./curtain";
import { Pencil } from "./takes/Pencil";
import classes from "./Stand.module.css";

interface StandStripProps {
  exercise: Exercise;
  strip: Strip;
  width: number;
  /** The picture, where it came with the exercise. */
  picture: string | undefined;
  curtain: Curtain;
  peeks: boolean;
  slips: readonly Slip[];
  /** What comes within a bar. */
  cue?: string;
  /** Whether it is only the next one. */
  next?: boolean;
}

/** A strip on the stand, as much of it as the curtain shows, with the marks of the last take. */
export function StandStrip(props: StandStripProps) {
  const { exercise, strip, width, picture, curtain, peeks, slips, cue, next } = props;
  const page = useRef<HTMLDivElement>(null);
  const shows = seen(curtain, strip, exercise, peeks);
  const fetched = useStripPicture(exercise.recipe, strip.index, width, picture === undefined && shows === "notation");
  const svg = picture ?? fetched.data;
  return (
    <Box
      component="section"
      className={next ? classes.next : classes.due}
      aria-label={strip.heading}
      data-due={!next || undefined}
    >
      <Title order={next ? 3 : 2} className={classes.heading}>
        {next ? `Next: ${strip.heading}` : strip.heading}
        {cue ? <Text span className={classes.cue}>{`Next: ${cue}`}</Text> : null}
      </Title>
      {shows === "notation" && (
        <Box ref={page} pos="relative">
          {svg ? <Engraved svg={svg} /> : <Skeleton height={160} />}
          {slips.length > 0 && svg && <Pencil slips={slips} page={page} drawn={svg} />}
        </Box>
      )}
      {shows === "numbers" && (
        <Text className={classes.numbers} component="ol" aria-label="Numbers, bar by bar">
          {numbersOf(strip).map((numbers, bar) => (
            <li key={bar}>{numbers}</li>
          ))}
        </Text>
      )}
      {shows === "contour" && (
        <Contour
          notes={strip.bars.flatMap((bar) => bar.notes)}
          bar={exercise.bar}
          label={`${strip.heading} as a line`}
        />
      )}
      {shows === "formula" && <Text className={classes.formula}>{strip.formula}</Text>}
      {shows === "name" && <Text c="dimmed">The music is hidden. Hold P to see it.</Text>}
    </Box>
  );
}
