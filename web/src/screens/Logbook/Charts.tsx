import { Button, Group, Skeleton, Stack, Table, Text } from "@mantine/core";
import type { Overview } from "../../api/types";
import { useMend } from "../../parts/documents/useMend";
import { labelOf, useLoadedTables } from "../../parts/tables";
import { DayChart } from "./DayChart/DayChart";

const PLAIN = 96; // BPM, where no tempo is known

/** Minutes of each week, and the degrees that slip. */
export function Charts({ overview }: { overview: Overview | undefined }) {
  const tables = useLoadedTables();
  const mend = useMend();
  if (overview === undefined) return <Skeleton height={260} />;
  const { weeks, slips } = overview;
  return (
    <Group align="flex-start" gap="xl">
      <Stack gap="sm" flex={1} miw="22rem">
        <Text fw={600}>Minutes a week</Text>
        {weeks.length === 0 ? (
          <Text>No entries yet.</Text>
        ) : (
          <DayChart
            title="Minutes a week"
            unit="minutes"
            kind="bars"
            points={weeks.map(({ begin, minutes }) => ({ day: begin, value: Math.round(minutes) }))}
          />
        )}
      </Stack>
      <Stack gap="sm" flex={1} miw="20rem">
        <Text fw={600}>What slips, by degree and sound</Text>
        {slips.length === 0 ? (
          <Text>No slips yet.</Text>
        ) : (
          <Table>
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Degree</Table.Th>
                <Table.Th>Sound</Table.Th>
                <Table.Th>How</Table.Th>
                <Table.Th>Times</Table.Th>
                <Table.Th>Exercise</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {slips.slice(0, 12).map(({ sound, degree, kind, of_degree, times, keys, tempo }) => (
                <Table.Tr key={`${sound} ${degree} ${kind}`}>
                  <Table.Td>{degree}</Table.Td>
                  <Table.Td>{sound}</Table.Td>
                  <Table.Td>{labelOf(tables, "slip.kind", kind)}</Table.Td>
                  <Table.Td>{times}</Table.Td>
                  <Table.Td>
                    {keys.length > 0 && of_degree && (
                      <Button
                        size="compact-sm"
                        variant="subtle"
                        aria-label={`Mend ${degree} of ${sound} in ${keys.join(", ")}`}
                        onClick={() => void mend({ sound, degree, keys, tempo: tempo ?? PLAIN, recipe: null })}
                      >
                        Mend
                      </Button>
                    )}
                  </Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        )}
      </Stack>
    </Group>
  );
}
