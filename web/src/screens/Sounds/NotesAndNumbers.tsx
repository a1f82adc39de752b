import { Box, Group, Table } from "@mantine/core";
import type { LaidOpen as Sound } from "../../api/types";
import { Engraved } from "../../parts/Engraved/Engraved";
import { freshOf, useLoadedTables } from "../../parts/tables";
import { Fact } from "./Fact";
import { MapPicture } from "./MapPicture";
import classes from "./Sounds.module.css";

const SCHOOLS = [
  ["major", "against the major scale"],
  ["chord", "as the chord hears it"],
  ["steps", "its own steps"],
] as const;

/** On the staff, in numbers of all schools, on a keyboard and on a neck. */
export function NotesAndNumbers({ sound }: { sound: Sound }) {
  const { fingerings } = useLoadedTables().fresh;
  const [keys, neck] = [freshOf(fingerings, "keyboard"), freshOf(fingerings, "fretted")];
  const asked = { scale: sound.scale, tonic: sound.tonic, shows: "numbers" as const };
  return (
    <>
      <Engraved svg={sound.picture} className={classes.score} />
      <Table className={classes.numbers} withRowBorders={false} verticalSpacing={4}>
        <Table.Tbody>
          <NumberRow name="notes" cells={sound.notes} strong />
          {SCHOOLS.map(([school, name]) => (
            <NumberRow key={school} name={name} cells={sound.numbers[school] ?? []} />
          ))}
          <NumberRow name="half steps to the next" cells={sound.half_steps.map(String)} />
        </Table.Tbody>
      </Table>
      <Group align="center" gap="xl" my="xs">
        <Box flex="0 0 330px">
          <MapPicture asked={{ ...asked, instrument: "piano", fingering: keys }} label="On the keyboard" />
        </Box>
        <Box flex={1} miw={0}>
          <MapPicture asked={{ ...asked, instrument: "guitar", fingering: neck }} label="On the guitar neck" />
        </Box>
      </Group>
      <dl className={classes.facts}>
        <Fact name="Serves">{sound.serves.join(", ")}</Fact>
        <Fact name="Chord tones">{sound.chord_tones.join(" ")}</Fact>
        <Fact name="Colour">{sound.colour.join(" ")}</Fact>
        <Fact name="Avoid notes">{sound.care.join(" ") || "none"}</Fact>
        {sound.twins.length > 0 && <Fact name="The same tones as on">{sound.twins.join(", ")}</Fact>}
      </dl>
    </>
  );
}

/** A row of the table; notes carry the ids by which playing marks their column. */
function NumberRow({ name, cells, strong }: { name: string; cells: string[]; strong?: boolean }) {
  return (
    <Table.Tr>
      <Table.Th scope="row">{name}</Table.Th>
      {cells.map((cell, place) => (
        <Table.Td key={place} fw={strong ? 700 : 450} id={strong ? `step-${place}` : undefined}>
          {cell}
        </Table.Td>
      ))}
    </Table.Tr>
  );
}
