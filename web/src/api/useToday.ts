import { useSyncExternalStore } from "react";
import { today } from "./dates";

const LOOKS = 30_000; // milliseconds between looks at the clock

/** Looks at the clock now and then, and when the page is seen again: a page that was left open overnight is of today. */
function lookAtClock(changed: () => void): () => void {
  const timer = setInterval(changed, LOOKS);
  document.addEventListener("visibilitychange", changed);
  return () => {
    clearInterval(timer);
    document.removeEventListener("visibilitychange", changed);
  };
}

/** Today's date in local time; what shows it is drawn anew when the day changes. */
export const useToday = () => useSyncExternalStore(lookAtClock, today);
