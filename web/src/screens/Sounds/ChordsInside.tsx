import { Stack, Table, Text, Title } from "@mantine/core";
import type { LaidOpen as Sound, Stack as ChordStack } from "../../api/types";
import classes from "./Sounds.module.css";

const SEVEN = 7;

const onRoot = (stacks: ChordStack[], root: string) =>
  stacks
    .filter(({ step }) => step === root)
    .map(({ text }) => text)
    .join(", ");

/** Chords on every step, and pairs of triads without a common tone. */
export function ChordsInside({ sound }: { sound: Sound }) {
  const seven = sound.notes.length === SEVEN;
  return (
    <Stack gap="md">
      {sound.notes.length > SEVEN ? (
        <Table aria-label="Every triad and seventh chord, by root">
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Root</Table.Th>
              <Table.Th>Triads</Table.Th>
              <Table.Th>Seventh chords</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {sound.notes.map((root) => (
              <Table.Tr key={root}>
                <Table.Th scope="row">{root}</Table.Th>
                <Table.Td>{onRoot(sound.triads, root) || "no triad"}</Table.Td>
                <Table.Td>{onRoot(sound.sevenths, root) || "no seventh chord"}</Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      ) : (
        <Table className={classes.numbers} withRowBorders={false} aria-label="Chords on every step">
          <Table.Tbody>
            <StackRow name={seven ? "triads" : "every second tone, three"} stacks={sound.triads} />
            <StackRow name={seven ? "seventh chords" : "every second tone, four"} stacks={sound.sevenths} />
          </Table.Tbody>
        </Table>
      )}
      <Text size="sm" c="dimmed">
        These are the chords the sound makes of itself. Music leaves them all the time: chords are borrowed, altered and
        slid.
      </Text>
      <Title order={2} size="h4">
        Triad pairs without a common tone
      </Title>
      {sound.pairs.length === 0 ? (
        <Text c="dimmed">This sound holds no two triads without a common tone.</Text>
      ) : (
        <Table aria-label="Triad pairs">
          <Table.Tbody>
            {sound.pairs.map((pair, place) => (
              <Table.Tr key={place}>
                <Table.Th scope="row" w="var(--field-m)">
                  {pair.first.text} and {pair.second.text}
                </Table.Th>
                <Table.Td>
                  {pair.first.notes.join(" ")} · {pair.second.notes.join(" ")}
                </Table.Td>
                <Table.Td>{pair.serves.length > 0 ? `over ${pair.serves.join(", ")}` : ""}</Table.Td>
                <Table.Td>
                  <Text size="sm" c="dimmed">
                    {pair.held_by.length > 0 && `also in ${pair.held_by.join(", ")}`}
                  </Text>
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
    </Stack>
  );
}

function StackRow({ name, stacks }: { name: string; stacks: ChordStack[] }) {
  return (
    <Table.Tr>
      <Table.Th scope="row">{name}</Table.Th>
      {stacks.map((stack, place) => (
        <Table.Td key={place}>
          <span className={classes.numeral}>{stack.numeral || "–"}</span>
          {stack.text}
        </Table.Td>
      ))}
    </Table.Tr>
  );
}
