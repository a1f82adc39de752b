import { useEffect } from "react";

/** Keep the screen from falling asleep while something plays, where the browser can. */
export function useWakeLock(wanted: boolean): void {
  useEffect(() => {
    if (!wanted || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    let over = false;
    navigator.wakeLock.request("screen").then(
      (found) => {
        lock = found;
        if (over) void found.release();
      },
      () => undefined, // a screen that may sleep is no fault
    );
    return () => {
      over = true;
      void lock?.release();
    };
  }, [wanted]);
}
