import { useWindowEvent } from "@mantine/hooks";

const OPEN_LIST = "[role=combobox][aria-expanded=true]";

/** Told whether Escape goes to an open list, before the list hears of it and closes: the innermost closes alone. */
export const useBeforeEscape = (look: (inList: boolean) => void) =>
  useWindowEvent(
    "keydown",
    ({ key, target }) => {
      if (key === "Escape") look(target instanceof Element && target.matches(OPEN_LIST));
    },
    { capture: true },
  );
