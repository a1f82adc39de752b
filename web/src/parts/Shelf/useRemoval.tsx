import { Button } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { type ShelfName, useShelfActions } from "../../api/shelves";
import { tell } from "../tell";

export const failed = (error: Error) => tell("That did not work", error);

/** Deletes a saved document and, for a while, offers to undo that. */
export function useRemoval(shelf: ShelfName) {
  const { remove, restore } = useShelfActions(shelf);
  // The row that asked is gone before the answer: what follows must not hang on it.
  return ({ id, title }: { id: string; title: string }) => {
    void remove.mutateAsync(id).then(() => {
      const undo = () => restore.mutateAsync(id).then(() => notifications.hide(note), failed);
      const note = notifications.show({
        title: `“${title}” is deleted`,
        autoClose: 15000,
        message: (
          <Button size="compact-sm" variant="light" onClick={() => void undo()}>
            Undo
          </Button>
        ),
      });
    }, failed);
  };
}
