import { Button, Group, Skeleton, Stack, Text } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { IconFileText, IconMusic } from "@tabler/icons-react";
import { useNavigate } from "react-router";
import { download } from "../../api/files";
import type { Recipe, Ticket } from "../../api/types";
import { Dial } from "../../parts/Dial/Dial";
import { DownloadMenu } from "../../parts/files/FileControls";
import { Engraved } from "../../parts/Engraved/Engraved";
import { putAssignmentOnStand } from "../../parts/documents/onStand";
import { exerciseQuery } from "../../parts/queries";
import { useLoadedTables } from "../../parts/tables";
import { GivenSlip } from "../../parts/Ticket/GivenSlip";
import { lasting } from "../../parts/lasting";
import { Ask } from "./Ask";
import { WriteDown } from "./WriteDown";

const FILES = [
  { kind: "handouts", label: "The page to print (PDF)" },
  { kind: "packs", label: "Practice pack (one file, offline)" },
];

/** An assignment as its player gets it, with the way to the stand, what was done so far, files and questions. */
export function Assigned({ ticket }: { ticket: Ticket }) {
  const { major_keys } = useLoadedTables();
  const navigate = useNavigate();
  const { id, routine, recipes, saved, curtain } = ticket;
  const ready = major_keys.map((_, key) => ticket.keys.find((one) => one.key === key)?.ready ?? 0);
  const steps = routine?.steps.length ?? 1;
  const step = routine?.steps[0];
  const shown = steps === 1 && step?.kind === "recipe" ? step.curtain : curtain;
  const begin = () => {
    const fits = recipes.map((recipe) => ({ recipe, curtain }));
    if (putAssignmentOnStand({ fits, routine }, saved, id)) void navigate("/stand");
  };
  return (
    <Stack gap="lg" component="section" aria-label={ticket.title}>
      <GivenSlip {...ticket} />
      <Group align="flex-start" gap="xl">
        <Stack flex={1} miw="min(20rem, 100%)">
          <Group>
            <Button size="lg" flex={1} leftSection={<IconMusic size={20} />} onClick={begin}>
              {steps > 1 ? `Start: ${steps} steps` : "Open the stand"}
            </Button>
            <DownloadMenu
              label="Export"
              icon={<IconFileText size={18} />}
              kinds={FILES}
              write={(kind) => download(`/api/ticket/${kind}/${id}`, {})}
            />
          </Group>
          {recipes[0] && shown === "all" && <FirstStrip recipe={recipes[0]} />}
          <Text>
            {ticket.minutes === 0 ? "Not practised yet." : `${lasting(ticket.minutes)} so far${toldOf(ticket)}.`}
          </Text>
          <WriteDown title={ticket.title} assignment={id} />
        </Stack>
        <Dial route={[]} names={major_keys} ready={ready} />
      </Group>
      <Ask questions={ticket.questions} assignment={id} />
    </Stack>
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
