import { ActionIcon, Badge, Group, Text } from "@mantine/core";
import { IconCopy, IconPencil, IconTrash } from "@tabler/icons-react";
import { type ReactNode, memo } from "react";
import { Link } from "react-router";
import type { Documents, Saved, ShelfName } from "../../api/shelves";
import { waits } from "../documents/draftStore";
import classes from "./Shelf.module.css";

interface ShelfRowProps<K extends ShelfName> {
  shelf: K;
  saved: Saved<K>;
  /** Where it is opened. */
  address: (saved: Saved<K>) => string;
  picture: ((saved: Saved<K>) => ReactNode) | undefined;
  tagsOf: ((document: Documents[K]) => string[]) | undefined;
  onEdit: (saved: Saved<K>) => void;
  onCopy: (id: string) => void;
  onRemove: (saved: Saved<K>) => void;
}

/** One saved document of a list: open, rename, duplicate, delete. Drawn again only when it changes. */
export const ShelfRow = memo(function ShelfRow<K extends ShelfName>(props: ShelfRowProps<K>) {
  const { shelf, saved, address, picture, tagsOf, onEdit, onCopy, onRemove } = props;
  const { title } = saved;
  const tags = tagsOf?.(saved.document) ?? [];
  return (
    <li className={classes.row}>
      <div className={classes.words}>
        <Link to={address(saved)} className={classes.title}>
          {title}
        </Link>
        <Text size="sm" c="dimmed">
          {waits(shelf, saved.id) && (
            <Text span size="sm" c="lamp.9" fw={600}>
              Changes not saved yet ·{" "}
            </Text>
          )}
          {saved.about}
        </Text>
        {tags.length > 0 && (
          <Group gap={5} mt={4}>
            {tags.map((tag) => (
              <Badge key={tag} variant="default" tt="none" fw={500}>
                {tag}
              </Badge>
            ))}
          </Group>
        )}
      </div>
      {picture?.(saved)}
      <Group gap={4} wrap="nowrap">
        <RowAction name={`Rename ${title}`} icon={<IconPencil size={18} />} onClick={() => onEdit(saved)} />
        <RowAction name={`Duplicate ${title}`} icon={<IconCopy size={18} />} onClick={() => onCopy(saved.id)} />
        <RowAction name={`Delete ${title}`} icon={<IconTrash size={18} />} onClick={() => onRemove(saved)} />
      </Group>
    </li>
  );
}) as <K extends ShelfName>(props: ShelfRowProps<K>) => ReactNode;

function RowAction({ name, icon, onClick }: { name: string; icon: ReactNode; onClick: () => void }) {
  return (
    <ActionIcon variant="subtle" size="lg" aria-label={name} title={name.split(" ")[0]} onClick={onClick}>
      {icon}
    </ActionIcon>
  );
}
