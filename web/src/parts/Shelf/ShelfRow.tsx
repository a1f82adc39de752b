import { ActionIcon, Button, Group, Text, TextInput, Tooltip } from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import { IconCopy, IconPencil, IconTrash } from "@tabler/icons-react";
import { type ReactNode, type SubmitEvent, useState } from "react";
import { Link } from "react-router";
import { type Documents, type Saved, type ShelfName, useShelfActions } from "../../api/shelves";
import classes from "./Shelf.module.css";
import { failed, useRemoval } from "./useRemoval";
import { Window } from "../Window";

export interface ShelfRowProps<K extends ShelfName> {
  shelf: K;
  saved: Saved<K>;
  /** Where it is opened. */
  address: (saved: Saved<K>) => string;
  retitled: (document: Documents[K], title: string) => Documents[K];
}

/** One saved document of a list: open, rename, duplicate, delete with undo. */
export function ShelfRow<K extends ShelfName>({ shelf, saved, address, retitled }: ShelfRowProps<K>) {
  const { copy } = useShelfActions(shelf);
  const remove = useRemoval(shelf);
  const [renaming, rename] = useDisclosure();
  const { title } = saved;
  return (
    <li className={classes.row}>
      <div className={classes.words}>
        <Link to={address(saved)} className={classes.title}>
          {title}
        </Link>
        <Text size="sm" c="dimmed">
          {saved.about}
        </Text>
      </div>
      <Group gap={4} wrap="nowrap">
        <RowAction name={`Rename ${title}`} icon={<IconPencil size={18} />} onClick={rename.open} />
        <RowAction
          name={`Duplicate ${title}`}
          icon={<IconCopy size={18} />}
          onClick={() => copy.mutate(saved.id, { onError: failed })}
        />
        <RowAction name={`Delete ${title}`} icon={<IconTrash size={18} />} onClick={() => remove(saved)} />
      </Group>
      <Window opened={renaming} onClose={rename.close} title={`Rename “${title}”`}>
        <RenameForm shelf={shelf} saved={saved} retitled={retitled} onDone={rename.close} />
      </Window>
    </li>
  );
}

function RowAction({ name, icon, onClick }: { name: string; icon: ReactNode; onClick: () => void }) {
  return (
    <Tooltip label={name.split(" ")[0]} openDelay={300}>
      <ActionIcon variant="subtle" size="lg" aria-label={name} onClick={onClick}>
        {icon}
      </ActionIcon>
    </Tooltip>
  );
}

function RenameForm<K extends ShelfName>({
  shelf,
  saved,
  retitled,
  onDone,
}: Omit<ShelfRowProps<K>, "address"> & { onDone: () => void }) {
  const { change } = useShelfActions(shelf);
  const [title, setTitle] = useState(saved.title);
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    change.mutate(
      { id: saved.id, document: retitled(saved.document, title), revision: saved.revision },
      { onSuccess: onDone },
    );
  };
  return (
    <form onSubmit={submit}>
      <TextInput
        label="Name"
        data-autofocus
        maxLength={120}
        value={title}
        error={change.error?.message}
        onChange={(event) => setTitle(event.currentTarget.value)}
      />
      <Group mt="md" justify="flex-end">
        <Button type="submit" loading={change.isPending}>
          Rename
        </Button>
      </Group>
    </form>
  );
}
