import { Button, Group, Stack, Table, Text } from "@mantine/core";
import type { Improvised, Recipe } from "../../../api/types";
import classes from "../Stand.module.css";
import { Habits } from "./Habits";
import { useInSight } from "./useInSight";

interface ImprovisedToldProps {
  told: Improvised;
  recipe: Recipe;
  onAgain: () => void;
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** What became of the rule one improvised under, chorus by chorus. */
export function ImprovisedTold({ told, recipe, onAgain }: ImprovisedToldProps) {
  const ref = useInSight(told);
  const chosen = told.choruses.some(({ sound }) => sound !== "");
  return (
    <Stack gap="xs" role="region" aria-label="What you improvised" ref={ref} tabIndex={-1} className={classes.told}>
      <Group justify="space-between" align="flex-start" gap="sm">
        <Text size="xl" fw={600} role="status" flex="1 1 22rem">
          {told.sentences.join(" ")}
        </Text>
        <Button variant="light" onClick={onAgain}>
          Try again
        </Button>
      </Group>
      {told.choruses.length > 0 && (
        <Table w="auto" aria-label="Chorus by chorus">
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Chorus</Table.Th>
              {chosen && <Table.Th>Sound</Table.Th>}
              <Table.Th>Notes</Table.Th>
              <Table.Th>In the sound</Table.Th>
              <Table.Th>Phrases</Table.Th>
              <Table.Th>Time you filled</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {told.choruses.map(({ time, sound, notes, inside, phrases, filled }) => (
              <Table.Tr key={time}>
                <Table.Td>{time}</Table.Td>
                {chosen && <Table.Td>{sound}</Table.Td>}
                <Table.Td>{notes}</Table.Td>
                <Table.Td>{notes ? percent(inside / notes) : "–"}</Table.Td>
                <Table.Td>{phrases}</Table.Td>
                <Table.Td>{percent(filled)}</Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
      {told.entries.length > 0 && <Entries entries={told.entries} />}
      <Habits habits={told.habits} recipe={recipe} />
    </Stack>
  );
}

const CAME: Record<Improvised["entries"][number]["verdict"], string> = {
  right: "in time",
  late: "late",
  early: "early",
  stayed: "stayed in the sound before",
};

/** One line under the form: how one came into each stretch of it. */
function Entries({ entries }: Pick<Improvised, "entries">) {
  const several = entries.some(({ chorus }) => chorus > 1);
  return (
    <Table w="auto" aria-label="Where you were in the form">
      <Table.Thead>
        <Table.Tr>
          {several && <Table.Th>Chorus</Table.Th>}
          <Table.Th>Bar</Table.Th>
          <Table.Th>Sound</Table.Th>
          <Table.Th>You came</Table.Th>
        </Table.Tr>
      </Table.Thead>
      <Table.Tbody>
        {entries.map(({ section, bar, chorus, sound, off, verdict }) => (
          <Table.Tr key={`${chorus} ${bar}`}>
            {several && <Table.Td>{chorus}</Table.Td>}
            <Table.Td>{[section, bar].filter(Boolean).join(" ")}</Table.Td>
            <Table.Td>{sound}</Table.Td>
            <Table.Td>
              {verdict === "right"
                ? CAME.right
                : `${Math.abs(off)} bar${Math.abs(off) === 1 ? "" : "s"} ${CAME[verdict]}`}
            </Table.Td>
          </Table.Tr>
        ))}
      </Table.Tbody>
    </Table>
  );
}
