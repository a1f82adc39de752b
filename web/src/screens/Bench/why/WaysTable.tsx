import { Table, Text } from "@mantine/core";
import type { ReactNode } from "react";

export interface ShownWay {
  words: string;
  /** What else comes of it. */
  then?: string;
  costs: { name: string; points: number }[];
  total: number;
  taken: boolean;
  /** What can be done with it. */
  action?: ReactNode;
}

/** Ways that there are, what each costs, and which is taken. */
export function WaysTable({ title, ways }: { title: string; ways: readonly ShownWay[] }) {
  const acted = ways.some(({ action }) => action !== undefined);
  return (
    <Table fz="sm" verticalSpacing={4}>
      <Table.Thead>
        <Table.Tr>
          <Table.Th>{title}</Table.Th>
          <Table.Th>What it costs</Table.Th>
          <Table.Th ta="right">Points</Table.Th>
          {acted && <Table.Td />}
        </Table.Tr>
      </Table.Thead>
      <Table.Tbody>
        {ways.map(({ words, then, costs, total, taken, action }) => (
          <Table.Tr key={words} fw={taken ? 700 : undefined}>
            <Table.Td>
              {words}
              {taken && " (taken)"}
              {then && (
                <Text size="xs" c="dimmed" fw={400}>
                  {then}
                </Text>
              )}
            </Table.Td>
            <Table.Td>{costs.map(({ name, points }) => `${name} ${points}`).join(", ") || "nothing"}</Table.Td>
            <Table.Td ta="right">{total}</Table.Td>
            {acted && <Table.Td ta="right">{action}</Table.Td>}
          </Table.Tr>
        ))}
      </Table.Tbody>
    </Table>
  );
}
