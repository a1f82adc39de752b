import { ActionIcon, Group, Skeleton, Text, Title } from "@mantine/core";
import { useIntersection } from "@mantine/hooks";
import { IconPlayerPlayFilled, IconRepeat } from "@tabler/icons-react";
import { type ReactNode, memo, useMemo } from "react";
import { useStripPicture } from "../queries";
import type { Recipe, Strip } from "../../api/types";
import { Contour } from "../Contour/Contour";
import { Engraved } from "../Engraved/Engraved";
import type { Shown } from "../shown";
import classes from "./StripView.module.css";

interface StripViewProps {
  /** The recipe the strip was worked out from. */
  recipe: Recipe;
  strip: Strip;
  /** CSS pixels it is engraved for. */
  width: number;
  /** The picture, when it came with the exercise. */
  picture?: string;
  /** What a teacher would say of it, under its notes. */
  remarks: ReactNode;
  /** Whether it is the one that sounds. */
  sounding: boolean;
  /** Whether it is played again and again; the same button stops it. */
  repeated: boolean;
  /** Whether the recipe has stood still long enough to fetch its pictures. */
  settled: boolean;
  /** Whether the score no longer shows what is typed. */
  stale: boolean;
  shown: Shown;
  /** Quarter notes in a bar. */
  bar: number;
  /** What more can be asked about the strip. */
  asked?: ReactNode;
  onPlay: (index: number, loop: boolean) => void;
}

/** One strip: its heading, its controls, its notation; the picture is fetched when it comes near the window. */
export const StripView = memo(function StripView({
  recipe,
  strip,
  width,
  picture,
  remarks,
  sounding,
  repeated,
  settled,
  stale,
  shown,
  bar,
  asked,
  onPlay,
}: StripViewProps) {
  const { ref, entry } = useIntersection({ rootMargin: "500px" });
  const near = entry?.isIntersecting ?? false;
  const onStaff = shown !== "line";
  const fetched = useStripPicture(recipe, strip.index, width, onStaff && near && settled && picture === undefined);
  const notes = useMemo(() => strip.bars.flatMap((one) => one.notes), [strip]);
  const svg = picture ?? fetched.data;
  return (
    <section
      ref={ref}
      id={`strip-${strip.index}`}
      tabIndex={-1}
      className={classes.strip}
      aria-label={strip.heading}
      data-sounding={sounding || undefined}
      data-stale={stale || undefined}
    >
      <Group gap="4px 8px" className={classes.above}>
        <Title order={2} size="h5" className={classes.heading}>
          {strip.heading}
        </Title>
        <ActionIcon
          size={24}
          variant="subtle"
          aria-label={`Play from ${strip.heading}`}
          onClick={() => onPlay(strip.index, false)}
        >
          <IconPlayerPlayFilled size={16} />
        </ActionIcon>
        <ActionIcon
          size={24}
          variant={repeated ? "filled" : "subtle"}
          aria-label={`Repeat ${strip.heading}`}
          aria-pressed={repeated}
          onClick={() => onPlay(strip.index, true)}
        >
          <IconRepeat size={17} />
        </ActionIcon>
        {asked}
      </Group>
      {shown !== "staff" && (near || strip.index === 0) && (
        <Contour
          notes={notes}
          bar={bar}
          label={`${strip.heading} as a line: ${notes.map((note) => note.number).join(" ")}`}
          live
        />
      )}
      {onStaff && svg === undefined && fetched.isError && (
        <Text c="dimmed">This strip could not be drawn: {fetched.error.message}</Text>
      )}
      {onStaff && svg === undefined && !fetched.isError && (
        <Skeleton height={96} my="xs" role="img" aria-label="Drawing the strip" />
      )}
      {onStaff && svg !== undefined && (
        <Engraved
          svg={svg}
          old={picture === undefined && fetched.isPlaceholderData}
          gradually
          className={classes.picture}
        />
      )}
      {remarks}
    </section>
  );
});
