import { Button, Group, Skeleton, Stack, Text, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { IconTicket } from "@tabler/icons-react";
import { useState } from "react";
import { dayInWords } from "../../../api/dates";
import { blankAssignment, useAssignmentActions } from "../../../api/studio";
import type { Lesson } from "../../../api/types";
import { announce } from "../../../parts/Announced";
import { Engraved } from "../../../parts/Engraved/Engraved";
import { exerciseQuery } from "../../../parts/queries";
import { tell } from "../../../parts/tell";
import classes from "../Studio.module.css";

type Proposal = Lesson["proposals"][number];

/** Three things to give next, each with its reason; one press gives it for the next lesson. */
export function Proposals({ lesson, player }: { lesson: Lesson; player: number }) {
  return (
    <Stack gap="sm">
      <Title order={3} size="h4">
        Assign next
      </Title>
      {lesson.proposals.map((proposal) => (
        <Proposed key={proposal.title} proposal={proposal} player={player} due={lesson.notes.next_day} />
      ))}
    </Stack>
  );
}

function Proposed({ proposal, player, due }: { proposal: Proposal; player: number; due: string | null }) {
  const { title, why, recipe, practice, saved } = proposal;
  const { give } = useAssignmentActions();
  const [given, setGiven] = useState(false);
  const press = () =>
    give.mutateAsync({ document: { ...blankAssignment, title, recipe, practice, saved, due }, players: [player] }).then(
      () => {
        setGiven(true);
        announce(`${title} assigned`);
      },
      (error: unknown) => tell("It was not assigned", error),
    );
  return (
    <Stack gap={4} className={classes.asked} role="group" aria-label={title}>
      <Text fw={600}>{title}</Text>
      <Text size="sm">{why}</Text>
      <FirstBars recipe={recipe} />
      <Group>
        <Button
          size="compact-sm"
          variant="light"
          leftSection={<IconTicket size={16} />}
          loading={give.isPending}
          disabled={given}
          onClick={() => void press()}
        >
          {given ? "Assigned" : due === null ? "Assign" : `Assign for ${dayInWords(due)}`}
        </Button>
      </Group>
    </Stack>
  );
}

/** How it begins in its first key. */
function FirstBars({ recipe }: { recipe: Proposal["recipe"] }) {
  const { data, error } = useQuery(exerciseQuery(recipe, [440]));
  if (error) return <Text c="lamp.9">{error.message}</Text>;
  if (data === undefined) return <Skeleton height={70} />;
  return (
    <div className={classes.beginning}>
      <Engraved svg={data.first.svg} />
    </div>
  );
}
