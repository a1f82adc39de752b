import { Alert, Button, Group, Skeleton, Stack, Text, UnstyledButton } from "@mantine/core";
import { IconTicket } from "@tabler/icons-react";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { useAssignments } from "../../../api/studio";
import type { AssignmentLine } from "../../../api/types";
import { TicketSlip } from "../../../parts/Ticket/TicketSlip";
import classes from "../Studio.module.css";
import { AssignmentForm } from "./AssignmentForm";
import { AssignmentView } from "./AssignmentView";

/** What was given, as tickets; one of them opened; a new one. */
export function Assignments() {
  const [search, setSearch] = useSearchParams();
  const opened = Number(search.get("open") ?? 0);
  const [gives, setGives] = useState(false);
  const { data, error } = useAssignments();
  const open = (id: number) => setSearch({ show: "assignments", ...(id === 0 ? {} : { open: String(id) }) });
  if (opened > 0) return <AssignmentView id={opened} onClose={() => open(0)} />;
  return (
    <Stack gap="md">
      <Group>
        <Button leftSection={<IconTicket size={18} />} onClick={() => setGives(true)}>
          Give an assignment
        </Button>
      </Group>
      {error && (
        <Alert color="lamp" title="The assignments cannot be read">
          {error.message}
        </Alert>
      )}
      {data === undefined && !error && <Skeleton height={220} />}
      {data?.length === 0 && (
        <Text>No assignments yet. An assignment is a recipe or a routine, with your words and a date.</Text>
      )}
      {data?.map((line) => (
        <UnstyledButton key={line.id} className={classes.opens} onClick={() => open(line.id)}>
          <TicketSlip
            title={<span className={classes.title}>{line.title}</span>}
            due={line.due}
            side={
              line.open_questions > 0 && (
                <Text size="sm" fw={600}>
                  {line.open_questions === 1 ? "a question waits" : `${line.open_questions} questions wait`}
                </Text>
              )
            }
          >
            <Text size="sm" c="dimmed">
              {toldOf(line)}
            </Text>
          </TicketSlip>
        </UnstyledButton>
      ))}
      {gives && (
        <AssignmentForm
          onClose={(id) => {
            setGives(false);
            if (id !== undefined) open(id);
          }}
        />
      )}
    </Stack>
  );
}

/** Who opened and practised it, in a line. */
function toldOf({ players, opened, practised }: AssignmentLine): string {
  if (players === 0) return "no students yet";
  return `given to ${players}, opened by ${opened}, practised by ${practised}`;
}
