import { Alert, Box, Button, Group, Skeleton, Stack, Text, TextInput, Title } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { IconPlus, IconSearch } from "@tabler/icons-react";
import { useState } from "react";
import { Link } from "react-router";
import { type ShelfName, useShelfPages } from "../../api/shelves";
import { DamagedList } from "./DamagedList";
import { ShelfRow, type ShelfRowProps } from "./ShelfRow";
import classes from "./Shelf.module.css";

interface ShelfPageProps<K extends ShelfName> extends Omit<ShelfRowProps<K>, "saved"> {
  title: string;
  /** What one of them is called: "recipe". */
  word: string;
  /** Where a new one is begun. */
  newAddress: string;
  /** Said when there are none. */
  empty: string;
}

/** All saved documents of one kind: find, open, rename, copy, delete. */
export function ShelfPage<K extends ShelfName>({ title, word, newAddress, empty, shelf, ...row }: ShelfPageProps<K>) {
  const [typed, setTyped] = useState("");
  const [search] = useDebouncedValue(typed, 120);
  const found = useShelfPages(shelf, search);
  const pages = found.data?.pages ?? [];
  const rows = pages.flatMap(({ documents }) => documents);
  const left = (pages[0]?.found ?? 0) - rows.length;
  return (
    <Box className={classes.page}>
      <title>{`${title} · Dodecant`}</title>
      <Group mb="md" align="flex-end">
        <Title order={1} size="h2" flex={1}>
          {title}
        </Title>
        <TextInput
          label="Search by name"
          type="search"
          leftSection={<IconSearch size={17} />}
          w="var(--panel-s)"
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />
        <Button component={Link} to={newAddress} leftSection={<IconPlus size={18} />}>
          New {word}
        </Button>
      </Group>
      {found.isError && (
        <Alert color="red" title="The list could not be read">
          {found.error.message}
        </Alert>
      )}
      <DamagedList shelf={shelf} damaged={pages.flatMap(({ damaged }) => damaged)} />
      {found.isPending && (
        <Stack aria-label="Reading the list">
          {[1, 2, 3].map((place) => (
            <Skeleton key={place} height={76} />
          ))}
        </Stack>
      )}
      {found.isSuccess && rows.length === 0 && (
        <Text c="dimmed" py="xl" ta="center">
          {search === "" ? empty : `No ${word} is called “${search}”.`}
        </Text>
      )}
      <ul className={classes.list}>
        {rows.map((saved) => (
          <ShelfRow key={saved.id} shelf={shelf} saved={saved} {...row} />
        ))}
      </ul>
      {found.hasNextPage && (
        <Button variant="default" mt="md" loading={found.isFetchingNextPage} onClick={() => void found.fetchNextPage()}>
          Show more of the {left} that are left
        </Button>
      )}
    </Box>
  );
}
