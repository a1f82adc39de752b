import { useEffect } from "react";
import { NavigationType, useBlocker } from "react-router";

interface BackUndoesProps {
  /** Whether there is work that is not saved and can be undone. */
  wanted: boolean;
  undo: () => void;
}

/** While there is unsaved work, the browser's Back goes back a step of it, not out of it. */
export function BackUndoes({ wanted, undo }: BackUndoesProps) {
  const blocker = useBlocker(({ historyAction }) => wanted && historyAction === NavigationType.Pop);
  useEffect(() => {
    if (blocker.state !== "blocked") return;
    blocker.reset();
    undo();
  }, [blocker, undo]);
  return null;
}
