import { Anchor, Button, Group, Table, Text, Title } from "@mantine/core";
import { IconHammer, IconPlayerPlayFilled, IconPlayerStopFilled } from "@tabler/icons-react";
import type { ReactNode } from "react";
import { Link, useNavigate } from "react-router";
import type { LaidOpen as Sound } from "../../api/types";
import scoreClasses from "../../parts/StripView/StripView.module.css";
import { soundAddress } from "../../parts/scales";
import { usePlayer } from "../../sound/usePlayer";
import { layOnBench } from "../Bench/useDraft";
import classes from "./Sounds.module.css";

interface LaidOpenProps {
  sound: Sound;
  /** A line on what it is used for. */
  use: string;
  /** Chord qualities it serves. */
  serves: string[];
}

const SCHOOLS = [
  ["major", "against the major scale"],
  ["chord", "as the chord hears it"],
  ["steps", "its own steps"],
] as const;

/** A sound: how it looks, sounds, is made, and what lies around it. */
export function LaidOpen({ sound, use, serves }: LaidOpenProps) {
  return (
    <article aria-label={`${sound.tonic} ${sound.name}`}>
      <Group justify="space-between" align="baseline">
        <Title order={1}>
          {sound.tonic} {sound.name}
        </Title>
        <Actions sound={sound} />
      </Group>
      <Text size="lg" mt={4}>
        {use} From the major scale: {sound.derivation}.
      </Text>
      <div className={`${scoreClasses.score} ${classes.score}`} dangerouslySetInnerHTML={{ __html: sound.picture }} />
      <Table className={classes.numbers} withRowBorders={false}>
        <Table.Tbody>
          <NumberRow name="notes" cells={sound.notes} strong />
          {SCHOOLS.map(([school, name]) => (
            <NumberRow key={school} name={name} cells={sound.numbers[school] ?? []} />
          ))}
          <NumberRow name="half steps to the next" cells={sound.half_steps.map(String)} />
        </Table.Tbody>
      </Table>
      <dl className={classes.facts}>
        <Fact name="Serves">{serves.map((quality) => (quality === "major triad" ? quality : sound.tonic + quality)).join(", ")}</Fact>
        <Fact name="Chord tones">{sound.chord_tones.join(" ")}</Fact>
        <Fact name="Colour">{sound.colour.join(" ")}</Fact>
        <Fact name="Handle with care">{sound.care.join(" ") || "none"}</Fact>
        {sound.twins.length > 0 && <Fact name="The same tones as on">{sound.twins.join(", ")}</Fact>}
        <Fact name="One altered note away">
          {sound.neighbours.map((near) => (
            <Anchor key={near.scale} component={Link} to={soundAddress(near.scale, sound.tonic)} mr="md">
              {near.name} ({near.before} to {near.after})
            </Anchor>
          ))}
        </Fact>
        <Fact name="The same tones from">
          {sound.modes.slice(1).map((mode) =>
            mode.scale === null ? (
              <Text key={mode.tonic} component="span" mr="md" c="dimmed">
                {mode.tonic}
              </Text>
            ) : (
              <Anchor key={mode.tonic} component={Link} to={soundAddress(mode.scale, mode.tonic)} mr="md">
                {mode.tonic} {mode.name}
              </Anchor>
            ),
          )}
        </Fact>
      </dl>
    </article>
  );
}

/** Hear it up and down, or take it to the bench. */
function Actions({ sound }: { sound: Sound }) {
  const navigate = useNavigate();
  const { exercise } = sound;
  const player = usePlayer(exercise.recipe.tempo);
  const idle = player.state.status === "stopped" || player.state.status === "failed";
  const hear = () => void player.play(exercise, { from: 0, loop: false, countIn: false, click: false });
  return (
    <Group gap="sm">
      {idle ? (
        <Button leftSection={<IconPlayerPlayFilled size={17} />} onClick={hear}>
          Hear it
        </Button>
      ) : (
        <Button leftSection={<IconPlayerStopFilled size={17} />} onClick={player.stop}>
          Stop
        </Button>
      )}
      <Button
        variant="default"
        leftSection={<IconHammer size={18} />}
        onClick={() => {
          layOnBench(exercise.recipe);
          void navigate("/bench");
        }}
      >
        Take it to the bench
      </Button>
    </Group>
  );
}

function NumberRow({ name, cells, strong }: { name: string; cells: string[]; strong?: boolean }) {
  return (
    <Table.Tr>
      <Table.Th scope="row">{name}</Table.Th>
      {cells.map((cell, place) => (
        <Table.Td key={place} fw={strong ? 700 : 450}>
          {cell}
        </Table.Td>
      ))}
    </Table.Tr>
  );
}

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>{children || "–"}</dd>
    </>
  );
}
