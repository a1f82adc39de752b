import { Alert, Button, Group, Skeleton, Stack, Switch, Table, Text } from "@mantine/core";
import { IconFileZip, IconPrinter } from "@tabler/icons-react";
import { useState } from "react";
import { download } from "../../../api/files";
import { useAssignment, useAssignmentActions } from "../../../api/studio";
import type { AssignmentState, HandoutLayout } from "../../../api/types";
import { PrintWindow } from "../../../parts/Pages/PrintWindow";
import { offerUndo } from "../../../parts/Shelf/useRemoval";
import { tell } from "../../../parts/tell";
import { BackTo } from "../../../parts/BackTo";
import { GivenSlip } from "../../../parts/Ticket/GivenSlip";
import { AssignmentForm } from "./AssignmentForm";
import { GivenRow } from "./GivenRow";
import { Links } from "../links/Links";
import { Questions } from "./Questions";
import { WriteButton } from "../../../parts/files/FileControls";

/** An assignment: what was given, and what came back from everyone. */
export function AssignmentView({ id, onClose }: { id: number; onClose: () => void }) {
  const { data, error } = useAssignment(id);
  return (
    <Stack gap="md">
      <BackTo list="All assignments" onClose={onClose} />
      {error && (
        <Alert color="lamp" title="This assignment cannot be read">
          {error.message}
        </Alert>
      )}
      {data === undefined ? !error && <Skeleton height={300} /> : <Opened kept={data} onClose={onClose} />}
    </Stack>
  );
}

function Opened({ kept, onClose }: { kept: AssignmentState; onClose: () => void }) {
  const { archive, bringBack } = useAssignmentActions();
  const [changes, setChanges] = useState(false);
  const [prints, setPrints] = useState(false);
  const [read, setRead] = useState(false);
  const { document, players } = kept;
  const away = () =>
    archive.mutateAsync(kept.id).then(
      () => {
        offerUndo(`“${document.title}” is archived`, () => bringBack.mutateAsync(kept.id));
        onClose();
      },
      (error: unknown) => tell("That did not work", error),
    );
  return (
    <>
      <GivenSlip {...document} words={kept.words} />
      <Group>
        <Button leftSection={<IconPrinter size={18} />} onClick={() => setPrints(true)}>
          Handouts
        </Button>
        <Links kept={kept} />
        <Button variant="default" onClick={() => setChanges(true)}>
          Change
        </Button>
        <Button variant="subtle" onClick={() => void away()}>
          Archive
        </Button>
      </Group>
      {players.length === 0 && <Text>No students yet. Press Change, and choose players.</Text>}
      {players.length > 0 && (
        <Switch
          label="Keys as each player reads them"
          checked={read}
          onChange={(event) => setRead(event.currentTarget.checked)}
        />
      )}
      {players.length > 0 && (
        <Table.ScrollContainer
          minWidth={820}
          scrollAreaProps={{ viewportProps: { tabIndex: 0, role: "region", "aria-label": "What came back" } }}
        >
          <Table verticalSpacing="xs">
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Player</Table.Th>
                <Table.Th>Keys so far</Table.Th>
                <Table.Th>Practised</Table.Th>
                <Table.Th>Slips</Table.Th>
                <Table.Th>Opened</Table.Th>
                <Table.Th>Their page</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {players.map((given) => (
                <GivenRow key={given.player} given={given} kept={kept} read={read} />
              ))}
            </Table.Tbody>
          </Table>
        </Table.ScrollContainer>
      )}
      <Questions kept={kept} />
      {changes && <AssignmentForm kept={kept} onClose={() => setChanges(false)} />}
      <PrintWindow
        given={document}
        simpler={Object.fromEntries(players.map(({ player, simpler }) => [player, simpler]))}
        opened={prints}
        onClose={() => setPrints(false)}
        more={(layout) => <ClassSet kept={kept} layout={layout} />}
      />
    </>
  );
}

/** One press: everyone's own pages, and one file of all. */
function ClassSet({ kept, layout }: { kept: AssignmentState; layout: HandoutLayout }) {
  return (
    <WriteButton
      variant="default"
      leftSection={<IconFileZip size={18} />}
      disabled={kept.players.length === 0}
      write={() => download(`/api/assignments/${kept.id}/class-set`, { layout, days: 30 })}
      failed="The PDFs were not written"
    >
      One PDF per student
    </WriteButton>
  );
}
