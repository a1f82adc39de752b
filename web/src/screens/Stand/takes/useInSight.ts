import { useEffect, useRef } from "react";

/** What has just been said, with the focus on it, so that it is in sight and read out: from its first line where it is long. */
export function useInSight(said: unknown) {
  const ref = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const held = ref.current;
    if (held === null) return;
    held.focus({ preventScroll: true });
    held.scrollIntoView({ block: held.clientHeight > window.innerHeight / 3 ? "start" : "nearest" });
  }, [said]);
  return ref;
}
