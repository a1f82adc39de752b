import { Button } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useCallback, useEffect, useRef } from "react";
import { type ShelfName, useShelfActions } from "../../api/shelves";
import { tell } from "../tell";

export const failed = (error: Error) => tell("That did not work", error);

/** The note about what was deleted; the next deletion and the next place take it away. */
export const REMOVED = "removed";

/** Deletes a saved document and, until something else is done, offers to undo that: the next thing under the hand. */
export function useRemoval(shelf: ShelfName) {
  const { remove, restore } = useShelfActions(shelf);
  const { mutateAsync: away } = remove;
  const { mutateAsync: back } = restore;
  // The row that asked is gone before the answer: what follows must not hang on it.
  return useCallback(
    ({ id, title }: { id: string; title: string }) => {
      void away(id).then(() => {
        offerUndo(`“${title}” is deleted`, () => back(id));
      }, failed);
    },
    [away, back],
  );
}

/** Tells what was taken away and, until something else is done, offers to undo that: the next thing under the hand. */
export function offerUndo(title: string, undo: () => Promise<unknown>) {
  const undone = () =>
    undo().then(() => {
      notifications.hide(REMOVED);
      focusSearch();
    }, failed);
  notifications.hide(REMOVED);
  notifications.show({
    id: REMOVED,
    title,
    autoClose: false,
    closeButtonProps: { "aria-label": "Close" },
    onClose: focusSearch,
    message: <Undo onUndo={() => void undone()} />,
  });
}

/** Focus never falls to the top of the page. */
function focusSearch() {
  if (document.activeElement === document.body || document.activeElement?.closest("[role=alert]"))
    document.querySelector<HTMLElement>("input[type=search]")?.focus();
}

function Undo({ onUndo }: { onUndo: () => void }) {
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => button.current?.focus(), []);
  return (
    <Button ref={button} size="compact-sm" variant="light" onClick={onUndo}>
      Undo
    </Button>
  );
}
