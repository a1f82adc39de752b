import { VisuallyHidden } from "@mantine/core";
import { useSyncExternalStore } from "react";

let told = { text: "", time: 0 };
const listeners = new Set<() => void>();

const HEARD = 8000; // ms

function say(text: string): void {
  told = { text, time: told.time + 1 };
  for (const listener of listeners) listener();
}

let silence: ReturnType<typeof setTimeout> | undefined;

/** Have something said to those who listen to the page, once; then it is gone, so that nobody comes upon old news. */
export function announce(text: string): void {
  clearTimeout(silence);
  silence = setTimeout(() => say(""), HEARD);
  say(text);
}

const listen = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Where it is said. The same words twice are two announcements. */
export function Announced() {
  const { text, time } = useSyncExternalStore(listen, () => told);
  return (
    <VisuallyHidden role="status" data-announced>
      <span key={time}>{text}</span>
    </VisuallyHidden>
  );
}
