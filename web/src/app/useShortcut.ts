import { useWindowEvent } from "@mantine/hooks";

const TYPED_INTO = "input:not([type=checkbox], [type=radio], [type=range]), textarea, select, [contenteditable]";

/** Do something when a sign is typed anywhere but in a field, or a letter with Ctrl or Cmd. */
export function useShortcut(sign: string, act: () => void, withControl = false): void {
  useWindowEvent("keydown", (event) => {
    if (event.key.toLowerCase() !== sign || event.defaultPrevented || event.altKey) return;
    if ((event.ctrlKey || event.metaKey) !== withControl) return;
    const at = event.target as HTMLElement;
    if (!withControl && at.closest(TYPED_INTO) !== null) return;
    event.preventDefault();
    act();
  });
}
