import { Alert, Anchor, Skeleton, Stack } from "@mantine/core";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { type Saved, type ShelfName, useSaved } from "../api/shelves";

interface OpenedProps<K extends ShelfName> {
  shelf: K;
  /** The saved document; none for a new one. */
  id: string | undefined;
  /** What it is called: "recipe". */
  word: string;
  /** Where the list of them is. */
  back: string;
  children: (saved: Saved<K> | undefined) => ReactNode;
}

/** A saved document before it is shown: while it loads, and where it cannot be opened. */
export function Opened<K extends ShelfName>({ shelf, id, word, back, children }: OpenedProps<K>) {
  const saved = useSaved(shelf, id);
  if (saved.error !== null) {
    return (
      <Alert m="xl" color="red" title={`The ${word} could not be opened`}>
        {saved.error.message}{" "}
        <Anchor component={Link} to={back}>
          Go to the list
        </Anchor>
        .
      </Alert>
    );
  }
  if (id !== undefined && saved.data === undefined) {
    return (
      <Stack p="xl" aria-label={`Opening the ${word}`}>
        <Skeleton height={36} width="40%" />
        <Skeleton height={90} />
        <Skeleton height={130} />
      </Stack>
    );
  }
  return children(saved.data);
}
