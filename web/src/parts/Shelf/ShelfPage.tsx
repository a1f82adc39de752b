import { Alert, Box, Button, Group, Skeleton, Stack, Text, Title } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { IconPlus } from "@tabler/icons-react";
import { type ReactNode, useCallback, useDeferredValue, useEffect, useState } from "react";
import { Link } from "react-router";
import {
  type Documents,
  type Saved,
  type ShelfName,
  type Sought,
  useShelfActions,
  useShelfPages,
} from "../../api/shelves";
import { announce } from "../Announced";
import { UnsavedList } from "../Saving/Unsaved";
import { OpenFile } from "../files/FileControls";
import { beginAnew } from "../documents/asides";
import { DamagedList } from "./DamagedList";
import { EditWindow, type EditWindowProps } from "./EditWindow";
import { ShelfRow } from "./ShelfRow";
import classes from "./Shelf.module.css";
import { failed, useRemoval } from "./useRemoval";
import { SoughtFields } from "./SoughtFields";

interface ShelfPageProps<K extends ShelfName> extends Pick<EditWindowProps<K>, "edited" | "tagsOf"> {
  shelf: K;
  title: string;
  /** What one of them is called: "recipe"; and several: "recipes". */
  word: string;
  words: string;
  /** Where a new one is begun. */
  newAddress: string;
  /** Said when there are none. */
  empty: string;
  /** What a document is called; in the list of those that were never saved. */
  titled: (document: Documents[K]) => string;
  /** Where one is opened. */
  address: (saved: Saved<K>) => string;
  /** What shows one at a glance. */
  picture?: (saved: Saved<K>) => ReactNode;
}

const EVERYTHING: Sought = { search: "", order: "changed", having: [] };

/** All saved documents of one kind: find, sort out, open, rename, copy, delete. */
export function ShelfPage<K extends ShelfName>(props: ShelfPageProps<K>) {
  const { shelf, title, word, words, newAddress, empty, titled, address, picture, edited, tagsOf } = props;
  const [typed, setTyped] = useState(EVERYTHING);
  const [sought] = useDebouncedValue(typed, 120);
  const [editing, edit] = useState<Saved<K>>();
  const found = useShelfPages(shelf, sought);
  const remove = useRemoval(shelf);
  const { mutate: copy } = useShelfActions(shelf).copy;
  const onCopy = useCallback((id: string) => copy(id, { onError: failed }), [copy]);
  const pages = useDeferredValue(found.data?.pages) ?? []; // many rows are drawn piece by piece
  const rows = pages.flatMap(({ documents }) => documents);
  const count = pages[0]?.found ?? 0;
  const narrowed = sought.search.trim() !== "" || sought.having.length > 0;
  const told = `${count === 0 ? "No" : count} ${count === 1 ? word : words}${narrowed ? " found" : ""}`;
  useEffect(() => {
    if (found.isSuccess && narrowed && !found.isPlaceholderData) announce(told);
  }, [found.isSuccess, found.isPlaceholderData, narrowed, told, sought]);
  return (
    <Box className={classes.page}>
      <title>{`${title} · Dodecant`}</title>
      <Group mb="sm" align="flex-end">
        <Title order={1} size="h2" flex={1}>
          {title}
        </Title>
        <OpenFile />
        <Button component={Link} to={newAddress} leftSection={<IconPlus size={18} />} onClick={() => beginAnew(shelf)}>
          New {word}
        </Button>
      </Group>
      <Box mb="sm">
        <UnsavedList shelf={shelf} address={newAddress} titled={titled} />
      </Box>
      <SoughtFields sought={typed} filters={pages[0]?.filters ?? []} found={count} onChange={setTyped} />
      {found.isError && (
        <Alert color="red" title="The list could not be read">
          {found.error.message}
        </Alert>
      )}
      <DamagedList shelf={shelf} damaged={pages.flatMap(({ damaged }) => damaged)} />
      {found.isPending && (
        <Stack role="img" aria-label="Reading the list">
          {[1, 2, 3].map((place) => (
            <Skeleton key={place} height={76} />
          ))}
        </Stack>
      )}
      {found.isSuccess && rows.length === 0 && (
        <Stack align="center" py="xl" gap="sm">
          <Text c="dimmed">{narrowed ? `No ${word} matches.` : empty}</Text>
          {narrowed && (
            <Button variant="default" onClick={() => setTyped({ ...EVERYTHING, order: typed.order })}>
              Show all {words}
            </Button>
          )}
        </Stack>
      )}
      {rows.length > 0 && (
        <Text size="sm" c="dimmed" mb={6}>
          {told}
        </Text>
      )}
      <ul className={classes.list}>
        {rows.map((saved) => (
          <ShelfRow
            key={saved.id}
            shelf={shelf}
            saved={saved}
            address={address}
            picture={picture}
            tagsOf={tagsOf}
            onEdit={edit}
            onCopy={onCopy}
            onRemove={remove}
          />
        ))}
      </ul>
      {found.hasNextPage && (
        <Button variant="default" mt="md" loading={found.isFetchingNextPage} onClick={() => void found.fetchNextPage()}>
          Show more ({count - rows.length} left)
        </Button>
      )}
      <EditWindow shelf={shelf} saved={editing} edited={edited} tagsOf={tagsOf} onDone={() => edit(undefined)} />
    </Box>
  );
}
