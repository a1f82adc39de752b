import { Button, Group, NumberInput, Text } from "@mantine/core";
import { useState } from "react";
import { tell } from "../../../parts/tell";
import { eventsOf } from "../../../sound/listening";
import type { Begun } from "../../../sound/player";
import type { SoundEvent } from "../../../sound/schedule";
import { usePlayer } from "../../../sound/usePlayer";
import { earFor } from "../ear/earFor";
import { latencyOf } from "../queries";

interface MeasureLatencyProps {
  listening: "microphone" | "midi" | "keys";
  /** Milliseconds between playing and being heard. */
  latency: number;
  onLatency: (latency: number) => void;
}

const [TEMPO, READY, CLICKS] = [100, 4, 8]; // four clicks to get ready, eight to play with
const ANY_KEY = { tonic: 60, heights: [0, 2, 4, 5, 7, 9, 11] };

/** How long after the hand a note arrives: typed, or measured by playing along with eight clicks. */
export function MeasureLatency({ listening, latency, onLatency }: MeasureLatencyProps) {
  const player = usePlayer(TEMPO);
  const [told, setTold] = useState("");
  const [measuring, setMeasuring] = useState(false);
  const measure = async () => {
    try {
      const ear = await earFor(listening, ANY_KEY);
      if (ear === null) return;
      setMeasuring(true);
      setTold(`After ${READY} clicks play one short note on each of the next ${CLICKS}.`);
      const beats = Array.from({ length: READY + CLICKS }, (_, beat) => beat);
      const events = beats.map((beat): SoundEvent => ({
        beat,
        kind: "click",
        length: 0.1,
        pitch: beat % 4 === 0 ? 1 : 0,
        strip: 0,
        id: "",
      }));
      const clock: { began?: Begun | undefined } = {};
      const done = async () => {
        ear.stop();
        setMeasuring(false);
        const clicks = beats.slice(READY).map((beat) => (beat * 60) / TEMPO);
        const found = await latencyOf(
          clicks,
          eventsOf(ear.heard, clock.began?.at ?? 0, 0).filter(({ at }) => at >= 0),
        );
        setTold(found.words);
        if (found.ms !== null) onLatency(found.ms);
      };
      clock.began = await player.play({ events, start: 0, end: READY + CLICKS + 1 }, 0, false, () => {
        done().catch((error: unknown) => tell("It was not measured", error));
      });
    } catch (error) {
      setMeasuring(false);
      tell("It was not measured", error);
    }
  };
  return (
    <>
      <Group align="flex-end" wrap="nowrap">
        <NumberInput
          label="Latency of the device, ms"
          description="How long after the hand the note arrives."
          min={0}
          max={500}
          value={latency}
          onChange={(ms) => typeof ms === "number" && onLatency(ms)}
        />
        <Button variant="default" loading={measuring} onClick={() => void measure()}>
          Measure it
        </Button>
      </Group>
      <Text size="sm" role="status">
        {told}
      </Text>
    </>
  );
}
