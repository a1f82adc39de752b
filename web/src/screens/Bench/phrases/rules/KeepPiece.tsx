import { Button, Group, TextInput } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useState } from "react";
import { useShelfActions } from "../../../../api/shelves";
import type { Recipe } from "../../../../api/types";
import { useLoadedTables } from "../../../../parts/tables";

/** Keeps the figure, with what it stands on and what leads into it, as a piece of vocabulary. */
export function KeepPiece({ recipe }: { recipe: Recipe }) {
  const [name, setName] = useState("");
  const { add } = useShelfActions("vocabulary");
  const fresh = useLoadedTables().fresh.piece;
  const { figure, ladder, enclosure, path, placement } = recipe;
  // A cell on every step of a path is a drill; what is kept is the cell. A run is its path.
  const walks = figure.kind === "run" || figure.kind === "intervals";
  const value = figure.kind === "lick" ? null : placement.value;
  const keep = () =>
    add.mutate(
      {
        ...fresh,
        name,
        what: {
          ...fresh.what,
          figure,
          ladder,
          enclosure,
          path: walks ? path : { ...path, span: "once" },
          value,
          slots: "",
        },
      },
      {
        onSuccess: ({ about }) => {
          notifications.show({ title: `${name} is saved as vocabulary`, message: about });
          setName("");
        },
      },
    );
  return (
    <Group gap="xs" align="flex-end" wrap="nowrap">
      <TextInput
        size="xs"
        flex={1}
        label="Save as vocabulary, named"
        maxLength={60}
        value={name}
        error={add.error?.message}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <Button size="xs" variant="default" disabled={name.trim() === ""} loading={add.isPending} onClick={keep}>
        Save
      </Button>
    </Group>
  );
}
