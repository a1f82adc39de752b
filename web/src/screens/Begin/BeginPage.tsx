import { Anchor, Box, Paper, Skeleton, Stack, Text, Title } from "@mantine/core";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { usePlan } from "../../api/plans";
import type { ShelfName } from "../../api/shelves";
import { useAssignments } from "../../api/studio";
import { Recent, useRecent } from "../../parts/Recent/Recent";
import { SearchField } from "../../parts/Search/SearchField";
import { Today, isPlanned } from "../../parts/Today/Today";
import { beginAnew } from "../../parts/documents/asides";
import { useWho } from "../../parts/Who";
import classes from "./Begin.module.css";

const WAYS: readonly { to: string; title: string; text: string; shelf?: ShelfName }[] = [
  {
    to: "/sounds",
    title: "Start with a scale or chord",
    text: "See its notes in any key, the chords inside it and its relatives. Open it on the bench from there.",
  },
  {
    to: "/bench",
    shelf: "recipes",
    title: "Start with a line",
    text: "Say what is played, through which sound, how it moves, in which rhythm and keys. It is engraved as you choose.",
  },
  {
    to: "/changes",
    title: "Start with a progression",
    text: "Write the changes or choose a form. Each chord gets a sound with its reason, and a line leads through them.",
  },
];

/** Today: what is due, what came back, ways to start, and what was worked on last. */
export function Component() {
  const [player] = useWho();
  const { data: plan, isPending: planning } = usePlan(player);
  const { isPending: assigning } = useAssignments();
  const { isPending: remembering } = useRecent();
  // All at once: nothing moves under a hand that is about to press.
  if (planning || assigning || remembering)
    return (
      <Begun>
        <Skeleton height={320} />
      </Begun>
    );
  return (
    <Begun>
      <Stack gap="xl">
        {isPlanned(plan) && (
          <section aria-label="Today">
            <Today plan={plan} size={150} />
            <Anchor component={Link} to="/plan" size="sm">
              Open the plan
            </Anchor>
          </section>
        )}
        <CameBack />
        <Recent title="Continue" />
        <ul className={classes.ways}>
          {WAYS.map(({ to, title, text, shelf }) => (
            <Paper component="li" key={to} withBorder p="md" className={classes.way}>
              <Link to={to} onClick={() => shelf && beginAnew(shelf)}>
                {title}
              </Link>
              <Text size="sm">{text}</Text>
            </Paper>
          ))}
        </ul>
      </Stack>
    </Begun>
  );
}

/** The question of the page, and the search that answers it. */
function Begun({ children }: { children: ReactNode }) {
  return (
    <Box className={classes.page}>
      <title>Dodecant</title>
      <Title order={1} className={classes.heading}>
        What do you want to practise?
      </Title>
      <Box className={classes.search}>
        <SearchField />
      </Box>
      {children}
    </Box>
  );
}

/** Questions of students that wait for an answer. */
function CameBack() {
  const waiting = (useAssignments().data ?? []).filter(({ open_questions }) => open_questions > 0);
  if (waiting.length === 0) return null;
  return (
    <section aria-label="What came back">
      {waiting.map(({ id, title, open_questions }) => (
        <Text key={id}>
          {open_questions === 1 ? "A question waits" : `${open_questions} questions wait`} for your answer:{" "}
          <Anchor component={Link} to={`/studio?show=assignments&open=${id}`}>
            {title}
          </Anchor>
        </Text>
      ))}
    </section>
  );
}
