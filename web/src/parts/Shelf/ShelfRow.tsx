import { ActionIcon, Badge, Group, Text } from "@mantine/core";
import { IconCopy, IconPencil, IconTrash } from "@tabler/icons-react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { type Saved, type ShelfName, useShelfActions } from "../../api/shelves";
import classes from "./Shelf.module.css";
import { failed, useRemoval } from "./useRemoval";

interface ShelfRowProps<K extends ShelfName> {
  shelf: K;
  saved: Saved<K>;
  /** Where it is opened. */
  address: string;
  picture?: ReactNode;
  tags: string[] | undefined;
  onEdit: (saved: Saved<K>) => void;
}

/** One saved document of a list: open, rename, duplicate, delete with undo. */
export function ShelfRow<K extends ShelfName>({ shelf, saved, address, picture, tags, onEdit }: ShelfRowProps<K>) {
  const { copy } = useShelfActions(shelf);
  const remove = useRemoval(shelf);
  const { title } = saved;
  return (
    <li className={classes.row}>
      <div className={classes.words}>
        <Link to={address} className={classes.title}>
          {title}
        </Link>
        <Text size="sm" c="dimmed">
          {saved.about}
        </Text>
        {tags && tags.length > 0 && (
          <Group gap={5} mt={4}>
            {tags.map((tag) => (
              <Badge key={tag} variant="default" tt="none" fw={500}>
                {tag}
              </Badge>
            ))}
          </Group>
        )}
      </div>
      {picture}
      <Group gap={4} wrap="nowrap">
        <RowAction name={`Rename ${title}`} icon={<IconPencil size={18} />} onClick={() => onEdit(saved)} />
        <RowAction
          name={`Duplicate ${title}`}
          icon={<IconCopy size={18} />}
          onClick={() => copy.mutate(saved.id, { onError: failed })}
        />
        <RowAction name={`Delete ${title}`} icon={<IconTrash size={18} />} onClick={() => remove(saved)} />
      </Group>
    </li>
  );
}

function RowAction({ name, icon, onClick }: { name: string; icon: ReactNode; onClick: () => void }) {
  return (
    <ActionIcon variant="subtle" size="lg" aria-label={name} title={name.split(" ")[0]} onClick={onClick}>
      {icon}
    </ActionIcon>
  );
}
