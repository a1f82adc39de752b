import { Anchor, Box, Title } from "@mantine/core";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { type Saved, useShelfPages } from "../../api/shelves";
import { FirstBars } from "./FirstBars";
import classes from "./Recent.module.css";

interface RecentProps {
  title: string;
  /** What else can be done with one of them. */
  children?: (saved: Saved<"recipes">) => ReactNode;
}

const MANY = 6;

/** The recipes that were worked on last, from the server. */
export const useRecent = () => useShelfPages("recipes", { search: "", order: "changed", having: [] });

/** The recipes that were worked on last, each with its first bars; nothing where there are none. */
export function Recent({ title, children }: RecentProps) {
  const { data } = useRecent();
  const rows = (data?.pages[0]?.documents ?? []).slice(0, MANY);
  if (rows.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="recent">
      <Title order={2} size="h4" id="recent" mb="xs">
        {title}
      </Title>
      <ul className={classes.rows}>
        {rows.map((saved) => (
          <li key={saved.id} className={classes.row}>
            <div className={classes.words}>
              <Anchor component={Link} to={`/bench/${saved.id}`} fw={600}>
                {saved.title}
              </Anchor>
              {children?.(saved)}
            </div>
            <FirstBars saved={saved} />
          </li>
        ))}
      </ul>
      <Anchor component={Link} to="/recipes" size="sm">
        All recipes
      </Anchor>
    </Box>
  );
}
