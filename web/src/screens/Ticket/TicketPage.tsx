import { Alert, Anchor, Box, Button, Group, Skeleton, Stack, Text, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { IconMusic } from "@tabler/icons-react";
import { useNavigate } from "react-router";
import { useTicket } from "../../api/ticket";
import type { Recipe, Ticket } from "../../api/types";
import { Dial } from "../../parts/Dial/Dial";
import { Engraved } from "../../parts/Engraved/Engraved";
import { putAssignmentOnStand } from "../../parts/documents/onStand";
import { exerciseQuery } from "../../parts/queries";
import shelf from "../../parts/Shelf/Shelf.module.css";
import { useLoadedTables } from "../../parts/tables";
import { TicketSlip } from "../../parts/Ticket/TicketSlip";
import { Words } from "../../parts/Ticket/Words";
import { lasting } from "../../parts/lasting";
import { Ask } from "./Ask";
import { WriteDown } from "./WriteDown";

/** What a share link opens: one assignment, with the way to the stand, what was done so far, and questions. */
export function Component() {
  const { data, error } = useTicket();
  if (error)
    return (
      <Alert m="xl" color="lamp" title="No assignment is open here">
        {error.message}
      </Alert>
    );
  if (data === undefined) return <Skeleton m="xl" height={300} />;
  return <Assigned ticket={data} />;
}

function Assigned({ ticket }: { ticket: Ticket }) {
  const { major_keys } = useLoadedTables();
  const navigate = useNavigate();
  const { routine, recipes, saved, curtain } = ticket;
  const ready = major_keys.map((_, key) => ticket.keys.find((one) => one.key === key)?.ready ?? 0);
  const steps = routine?.steps.length ?? 1;
  const step = routine?.steps[0];
  const shown = steps === 1 && step?.kind === "recipe" ? step.curtain : curtain;
  const begin = () => {
    if (putAssignmentOnStand({ recipe: recipes[0], curtain, routine }, saved)) void navigate("/stand");
  };
  return (
    <Box className={shelf.page}>
      <title>{`${ticket.title} · Dodecant`}</title>
      <Stack gap="lg">
        <Title order={1} size="h3">
          For {ticket.player}
        </Title>
        <TicketSlip title={ticket.title} due={ticket.due}>
          <Words blocks={ticket.words} />
          {ticket.listening !== "" && <Text size="sm">To listen to: {ticket.listening}</Text>}
          {ticket.links.map(({ name, address }) => (
            <Anchor key={address} href={address} size="sm" rel="noreferrer" target="_blank">
              {name || address}
            </Anchor>
          ))}
        </TicketSlip>
        <Group align="flex-start" gap="xl">
          <Stack flex={1} miw="min(20rem, 100%)">
            <Button size="lg" leftSection={<IconMusic size={20} />} onClick={begin}>
              {steps > 1 ? `Begin: ${steps} steps` : "To the stand"}
            </Button>
            {recipes[0] && shown === "all" && <FirstStrip recipe={recipes[0]} />}
            <Text>
              {ticket.minutes === 0 ? "Not practised yet." : `${lasting(ticket.minutes)} so far${toldOf(ticket)}.`}
            </Text>
            <WriteDown title={ticket.title} />
          </Stack>
          <Dial route={[]} names={major_keys} ready={ready} />
        </Group>
        <Ask questions={ticket.questions} />
      </Stack>
    </Box>
  );
}

/** The keys that were played, with the tempos that were comfortable. */
function toldOf({ keys }: Ticket): string {
  if (keys.length === 0) return "";
  return `: ${keys.map(({ name, tempo }) => (tempo === null ? name : `${name} at ${tempo}`)).join(", ")}`;
}

function FirstStrip({ recipe }: { recipe: Recipe }) {
  const { data } = useQuery(exerciseQuery(recipe, [640]));
  const first = data?.exercise.strips[0];
  if (data === undefined || first === undefined) return <Skeleton height={90} />;
  return (
    <div>
      <Text size="sm" c="dimmed">
        {data.exercise.sentence}
      </Text>
      <Engraved svg={data.first.svg} />
    </div>
  );
}
