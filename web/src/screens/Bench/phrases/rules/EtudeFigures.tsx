import { Table, Text } from "@mantine/core";
import type { Exercise } from "../../../../api/types";

/** What the etude came out as, beside what was wanted. */
export function EtudeFigures({ rows }: { rows: Exercise["etude"] }) {
  if (rows.length === 0) return null;
  return (
    <>
      <Text size="sm" fw={600} mt="xs">
        Its figures
      </Text>
      <Table fz="sm" verticalSpacing={2} aria-label="The figures of the etude">
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Figure</Table.Th>
            <Table.Th>Here</Table.Th>
            <Table.Th>Wanted</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {rows.map(({ label, value, wanted }) => (
            <Table.Tr key={label}>
              <Table.Td>{label}</Table.Td>
              <Table.Td>{value}</Table.Td>
              <Table.Td>{wanted || "as it comes"}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </>
  );
}
