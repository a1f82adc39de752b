import { Alert, Anchor, Box, Button, Group, List, NumberInput, Stack, Table, Text, Title } from "@mantine/core";
import { useState } from "react";
import { TicketSlip } from "../parts/Ticket/TicketSlip";
import { Words } from "../parts/Ticket/Words";
import { PackStripView } from "./PackStripView";
import { type Pack, type Row, keepRows, keptRows, logbookFile } from "./pack";

/** A practice pack: the teacher's words, the pages with their sound, and a logbook to hand back. It needs no network. */
export function PackPage({ pack }: { pack: Pack }) {
  const [rows, setRows] = useState(() => keptRows(pack));
  const [kept, setKept] = useState(true);
  const [percent, setPercent] = useState(100);
  const put = (next: Row[]) => {
    setRows(next);
    setKept(keepRows(pack, next));
  };
  return (
    <Box component="main" maw={1040} mx="auto" px="lg" py="xl">
      <title>{`${pack.title} · ${pack.player}`}</title>
      <Stack gap="lg">
        <Title order={1} size="h3">
          For {pack.player}
        </Title>
        <TicketSlip title={pack.title} due={pack.due}>
          <Words blocks={pack.words} />
          {pack.listening !== "" && <Text size="sm">To listen to: {pack.listening}</Text>}
          {pack.links.map(({ name, address }) => (
            <Anchor key={address} href={address} size="sm" rel="noreferrer" target="_blank">
              {name || address}
            </Anchor>
          ))}
        </TicketSlip>
        {pack.sentences.map((sentence) => (
          <Text key={sentence}>{sentence}</Text>
        ))}
        <NumberInput
          label="How fast"
          description="percent of the tempo; the pitch stays"
          w="14rem"
          min={50}
          max={125}
          step={5}
          value={percent}
          onChange={(value) => typeof value === "number" && value >= 50 && value <= 125 && setPercent(value)}
        />
        {pack.strips.map((strip, place) => (
          <PackStripView
            key={place}
            pack={pack}
            strip={strip}
            percent={percent}
            onPractised={(row) => put([...rows, row])}
          />
        ))}
        <Logbook rows={rows} kept={kept} title={`${pack.player} ${pack.title}`} onClear={() => put([])} />
        <List size="sm" c="dimmed">
          {pack.cautions.map((line) => (
            <List.Item key={line}>{line}</List.Item>
          ))}
        </List>
      </Stack>
    </Box>
  );
}

interface LogbookProps {
  rows: readonly Row[];
  /** Whether the browser keeps them when the page is closed. */
  kept: boolean;
  title: string;
  onClear: () => void;
}

/** What was practised with this pack, and the file that goes back to the teacher. */
function Logbook({ rows, kept, title, onClear }: LogbookProps) {
  const [written, setWritten] = useState(0);
  const write = () => {
    const link = document.createElement("a");
    link.href = URL.createObjectURL(logbookFile(rows));
    link.download = `${title.replace(/[^\p{L}\p{N} -]/gu, "")}.logbook.json`;
    link.click();
    URL.revokeObjectURL(link.href);
    setWritten(rows.length);
  };
  return (
    <Stack gap="sm">
      <Title order={2} size="h4">
        Logbook
      </Title>
      {!kept && (
        <Alert color="lamp" title="This browser keeps nothing for files">
          Save your logbook before you close the page.
        </Alert>
      )}
      {rows.length === 0 && <Text>No practice added yet.</Text>}
      {rows.length > 0 && (
        <Table>
          <Table.Tbody>
            {rows.map((row, place) => (
              <Table.Tr key={place}>
                <Table.Td>
                  {row.day}, {row.time.slice(0, 5)}
                </Table.Td>
                <Table.Td>
                  {row.key} {row.sound}
                </Table.Td>
                <Table.Td>{row.minutes} minutes</Table.Td>
                <Table.Td>
                  at {row.tempo}
                  {row.word && `, ${row.word}`}
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
      <Group>
        <Button disabled={rows.length === 0} onClick={write}>
          Save my logbook
        </Button>
        {written > 0 && written === rows.length && (
          <>
            <Text>Send the file to your teacher.</Text>
            <Button variant="subtle" onClick={onClear}>
              Sent: start a new one
            </Button>
          </>
        )}
      </Group>
    </Stack>
  );
}
