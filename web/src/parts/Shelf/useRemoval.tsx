import { Button } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { type ShelfName, useShelfActions } from "../../api/shelves";
import { tell } from "../tell";

export const failed = (error: Error) => tell("That did not work", error);

/** Deletes a saved document and, for a while, offers to undo that. */
export function useRemoval(shelf: ShelfName) {
  const { remove, restore } = useShelfActions(shelf);
  return ({ id, title }: { id: string; title: string }) =>
    remove.mutate(id, {
      onError: failed,
      onSuccess: () => {
        const undo = () => restore.mutate(id, { onError: failed, onSuccess: () => notifications.hide(note) });
        const note = notifications.show({
          title: `“${title}” is deleted`,
          autoClose: 15000,
          message: (
            <Button size="compact-sm" variant="light" onClick={undo}>
              Undo
            </Button>
          ),
        });
      },
    });
}
