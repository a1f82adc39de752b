import { Anchor, Box, Paper, Text, Title } from "@mantine/core";
import { Link } from "react-router";
import { type ShelfName, useShelfPages } from "../../api/shelves";
import { beginAnew } from "../../parts/documents/asides";
import { TodayLine } from "../../parts/TodayLine";
import { useLoadedTables } from "../../parts/tables";
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

/** Three ways to begin, and what was worked on last. */
export function Component() {
  const { scales, instruments } = useLoadedTables();
  const recent = useShelfPages("recipes", { search: "", order: "changed", having: [] });
  const rows = (recent.data?.pages[0]?.documents ?? []).slice(0, 6);
  return (
    <Box className={classes.page}>
      <title>Dodecant</title>
      <Title order={1} className={classes.heading}>
        What do you want to practise?
      </Title>
      <Text className={classes.lead}>
        Say it as a sentence. Dodecant works it out in twelve keys: spelled, engraved, in range and audible, for{" "}
        {instruments.length} instruments and over {scales.length} scales.
      </Text>
      <TodayLine />
      <ul className={classes.ways}>
        {WAYS.map(({ to, title, text, shelf }) => (
          <Paper component="li" key={to} withBorder p="lg" className={classes.way}>
            <Link to={to} onClick={() => shelf && beginAnew(shelf)}>
              {title}
            </Link>
            <Text size="sm">{text}</Text>
          </Paper>
        ))}
      </ul>
      {rows.length > 0 && (
        <section aria-labelledby="last">
          <Title order={2} size="h4" id="last" mb="xs">
            Continue
          </Title>
          <ul className={classes.last}>
            {rows.map(({ id, title }) => (
              <li key={id}>
                <Anchor component={Link} to={`/bench/${id}`}>
                  {title}
                </Anchor>
              </li>
            ))}
          </ul>
          <Anchor component={Link} to="/recipes" size="sm">
            All recipes
          </Anchor>
        </section>
      )}
    </Box>
  );
}
