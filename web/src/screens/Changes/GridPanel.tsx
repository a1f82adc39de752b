import { Alert, Group, Select, Skeleton, Stack, Table, Text } from "@mantine/core";
import { useState } from "react";
import { useGrid } from "./queries";
import type { ChangesDraft, ScaleChoice, Tables } from "../../api/types";
import { HeardTone } from "../../parts/HeardLane/HeardLane";
import { ScalePicker } from "../../parts/music/ScalePicker";
import classes from "./Changes.module.css";

interface GridPanelProps {
  document: ChangesDraft;
  /** The tonic of the changes. */
  tonic: string;
  tables: Tables;
  wanted: boolean;
}

/** What each note of one sound becomes over every chord. */
export function GridPanel({ document, tonic, tables, wanted }: GridPanelProps) {
  const [own, setOwn] = useState<string | null>(null);
  const [scale, setScale] = useState<ScaleChoice>("major-blues");
  const on = own ?? tonic;
  const grid = useGrid(document, on, scale, wanted);
  return (
    <Stack gap="sm">
      <Group align="flex-end">
        <Select
          label="On"
          w="var(--field-s)"
          data={[...new Set([tonic, ...tables.major_keys])]}
          value={on}
          onChange={setOwn}
        />
        <div style={{ flex: 1 }}>
          <ScalePicker label="One sound over all chords" tables={tables} value={scale} onChange={setScale} />
        </div>
      </Group>
      {grid.isError && <Alert color="red">{grid.error.message}</Alert>}
      {!wanted && <Text c="dimmed">Correct the text first; then each note is shown over each chord.</Text>}
      {wanted && grid.data === undefined && !grid.isError && (
        <Skeleton height={160} role="img" aria-label="Working out the grid" />
      )}
      {grid.data && (
        <Table className={classes.grid} aria-label="What each note becomes">
          <Table.Thead>
            <Table.Tr>
              <Table.Th scope="col">Over</Table.Th>
              <Table.Th scope="col" colSpan={grid.data[0]?.tones.length ?? 1}>
                each note is
              </Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {grid.data.map((row, place) => (
              <Table.Tr key={place} title={row.reason}>
                <Table.Th scope="row">
                  {row.text}
                  <Text size="xs" c="dimmed" fw={400}>
                    {row.service}
                  </Text>
                </Table.Th>
                {row.tones.map((tone, number) => (
                  <Table.Td key={number}>
                    <HeardTone tone={tone} />
                  </Table.Td>
                ))}
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
    </Stack>
  );
}
