import { ActionIcon, Button, Group, Modal, Text, TextInput, Tooltip } from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import { notifications } from "@mantine/notifications";
import { IconCopy, IconPencil, IconTrash } from "@tabler/icons-react";
import { type FormEvent, useState } from "react";
import { Link } from "react-router";
import { useRecipeActions } from "../../api/queries";
import type { Saved } from "../../api/types";
import classes from "./Recipes.module.css";

/** One recipe of the list. */
export function RecipeRow({ saved }: { saved: Saved }) {
  const actions = useRecipeActions();
  const [renaming, rename] = useDisclosure();
  const { title } = saved.recipe;
  const failed = (error: Error) => notifications.show({ color: "red", title: "That did not work", message: error.message });
  const remove = () =>
    actions.remove.mutate(saved.id, {
      onError: failed,
      onSuccess: () => {
        const id = notifications.show({
          title: `“${title}” is deleted`,
          autoClose: 15000,
          message: (
            <Button
              size="compact-sm"
              variant="light"
              onClick={() => actions.restore.mutate(saved.id, { onError: failed, onSuccess: () => notifications.hide(id) })}
            >
              Undo
            </Button>
          ),
        });
      },
    });
  return (
    <li className={classes.row}>
      <div className={classes.words}>
        <Link to={`/bench/${saved.id}`} className={classes.title}>
          {title}
        </Link>
        <Text size="sm" c="dimmed">
          {saved.sentence}
        </Text>
      </div>
      <Group gap={4} wrap="nowrap">
        <RowAction name={`Rename ${title}`} icon={<IconPencil size={18} />} onClick={rename.open} />
        <RowAction name={`Duplicate ${title}`} icon={<IconCopy size={18} />} onClick={() => actions.copy.mutate(saved.id, { onError: failed })} />
        <RowAction name={`Delete ${title}`} icon={<IconTrash size={18} />} onClick={remove} />
      </Group>
      <Modal opened={renaming} onClose={rename.close} title="Rename the recipe">
        <RenameForm saved={saved} onDone={rename.close} />
      </Modal>
    </li>
  );
}

function RowAction({ name, icon, onClick }: { name: string; icon: React.ReactNode; onClick: () => void }) {
  return (
    <Tooltip label={name.split(" ")[0]} openDelay={300}>
      <ActionIcon variant="subtle" size="lg" aria-label={name} onClick={onClick}>
        {icon}
      </ActionIcon>
    </Tooltip>
  );
}

function RenameForm({ saved, onDone }: { saved: Saved; onDone: () => void }) {
  const { change } = useRecipeActions();
  const [title, setTitle] = useState(saved.recipe.title);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    change.mutate({ id: saved.id, recipe: { ...saved.recipe, title }, revision: saved.revision }, { onSuccess: onDone });
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
