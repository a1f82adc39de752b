import { Button, Group, TextInput } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useState } from "react";
import { type Documents, type Saved, type ShelfName, useShelfActions } from "../../api/shelves";

interface SaveAsProps<K extends ShelfName> {
  shelf: K;
  label: string;
  longest: number;
  /** What is saved under the name. */
  named: (name: string) => Documents[K];
  /** What is said when it is saved. */
  said: (saved: Saved<K>) => { title?: string; message: string };
}

/** Saves something on a shelf under a name that is typed. */
export function SaveAs<K extends ShelfName>({ shelf, label, longest, named, said }: SaveAsProps<K>) {
  const [name, setName] = useState("");
  const { add } = useShelfActions(shelf);
  const save = () =>
    add.mutate(named(name), {
      onSuccess: (saved) => {
        notifications.show(said(saved));
        setName("");
      },
    });
  return (
    <Group gap="xs" align="flex-end" wrap="nowrap">
      <TextInput
        size="xs"
        flex={1}
        label={label}
        maxLength={longest}
        value={name}
        error={add.error?.message}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <Button size="xs" variant="default" disabled={name.trim() === ""} loading={add.isPending} onClick={save}>
        Save
      </Button>
    </Group>
  );
}
