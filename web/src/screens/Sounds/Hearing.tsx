import { Button, Group, Select } from "@mantine/core";
import { IconBook2, IconHammer, IconPlayerPlayFilled, IconPlayerStopFilled } from "@tabler/icons-react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { answered, client } from "../../api/client";
import type { LaidOpen as Sound } from "../../api/types";
import { putOnStand } from "../../parts/documents/onStand";
import { choicesOf, useLoadedTables } from "../../parts/tables";
import { tell } from "../../parts/tell";
import { layOnBench } from "../../parts/documents/draftStore";
import { soundingSchedule } from "../../sound/schedule";
import { usePlayer } from "../../sound/usePlayer";

type Way = "alone" | "drone" | "root" | "chords";
const TEMPO = 132;

/** Hear it one way or another, or take it to the bench. */
export function Hearing({ sound }: { sound: Sound }) {
  const navigate = useNavigate();
  const [way, setWay] = useState<Way>("alone");
  const player = usePlayer(TEMPO);
  const idle = player.state.status === "stopped" || player.state.status === "failed";
  const hear = async () => {
    try {
      const body = { scale: sound.scale, tonic: sound.tonic, way };
      const events = await answered(client.POST("/api/sounds/listening", { body }));
      await player.play(soundingSchedule(events), 0, false);
    } catch (error) {
      tell("It could not be played", error);
    }
  };
  return (
    <Group gap="sm">
      <Select
        aria-label="How to hear it"
        w="var(--field-m)"
        data={choicesOf(useLoadedTables(), "listening.way")}
        value={way}
        onChange={(next) => next !== null && setWay(next as Way)}
      />
      {idle ? (
        <Button leftSection={<IconPlayerPlayFilled size={17} />} onClick={() => void hear()}>
          Hear it
        </Button>
      ) : (
        <Button leftSection={<IconPlayerStopFilled size={17} />} onClick={player.stop}>
          Stop
        </Button>
      )}
      <Button
        variant="default"
        leftSection={<IconBook2 size={18} />}
        onClick={() => {
          putOnStand(sound.exercise.recipe);
          void navigate("/stand");
        }}
      >
        Practise this
      </Button>
      <Button
        variant="default"
        leftSection={<IconHammer size={18} />}
        onClick={() => {
          layOnBench(sound.exercise.recipe);
          void navigate("/bench");
        }}
      >
        Open on the bench
      </Button>
    </Group>
  );
}
