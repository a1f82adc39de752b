import { Button, Group, NumberInput, SegmentedControl, Stack, Text, Title } from "@mantine/core";
import { useMediaQuery } from "@mantine/hooks";
import { useEffect, useRef, useState } from "react";
import { Engraved } from "../parts/Engraved/Engraved";
import { type Pack, type PackStrip, type Row, type Word, rowOf } from "./pack";

interface PackStripViewProps {
  pack: Pack;
  strip: PackStrip;
  /** How fast it sounds, in percent. */
  percent: number;
  onPractised: (row: Row) => void;
}

/** One strip of a pack: what one reads, how it sounds, and what was practised of it. */
export function PackStripView({ pack, strip, percent, onPractised }: PackStripViewProps) {
  const narrow = useMediaQuery("(max-width: 40em)");
  const sound = useRef<HTMLAudioElement>(null);
  const tempo = Math.round((strip.tempo * percent) / 100);
  const [minutes, setMinutes] = useState(5);
  const [word, setWord] = useState<Word>("");
  useEffect(() => {
    if (sound.current) sound.current.playbackRate = percent / 100;
  }, [percent]);
  const picture = narrow ? strip.narrow : strip.picture;
  return (
    <Stack component="section" gap={6} aria-label={strip.heading}>
      <Title order={2} size="h5">
        {strip.heading}{" "}
        <Text span size="sm" c="dimmed">
          {strip.formula}
        </Text>
      </Title>
      {picture !== "" && <Engraved svg={picture} />}
      {strip.numbers !== "" && <Text size="lg">{strip.numbers}</Text>}
      {/* What sounds is what stands on the page: captions would say the same notes again. */}
      {/* oxlint-disable-next-line jsx-a11y/media-has-caption */}
      <audio
        ref={sound}
        controls
        preload="none"
        src={strip.sound}
        aria-label={`${strip.heading} with the band`}
        onPlay={(event) => {
          event.currentTarget.playbackRate = percent / 100;
        }}
      />
      <Group align="flex-end">
        <NumberInput
          label="Practised"
          aria-label={`Minutes of ${strip.heading}`}
          suffix=" minutes"
          w="9rem"
          min={1}
          max={240}
          value={minutes}
          onChange={(value) => typeof value === "number" && value > 0 && setMinutes(value)}
        />
        <SegmentedControl aria-label={`How ${strip.heading} went`} data={pack.how} value={word} onChange={setWord} />
        <Button variant="default" onClick={() => onPractised(rowOf(pack, strip, minutes, tempo, word, new Date()))}>
          Add entry
        </Button>
      </Group>
    </Stack>
  );
}
