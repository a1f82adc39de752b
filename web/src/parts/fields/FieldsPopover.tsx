import { Popover, type PopoverProps } from "@mantine/core";
import { useState } from "react";
import { flushSync } from "react-dom";
import { useBeforeEscape } from "./useBeforeEscape";

/** Fields in a small window of their own. Escape closes a list that is open in it first, then the window. */
export function FieldsPopover(props: PopoverProps) {
  const [inList, setInList] = useState(false);
  useBeforeEscape((now) => flushSync(() => setInList(now))); // before the window hears of the key
  return <Popover {...props} closeOnEscape={!inList} />;
}
