/** A file that was opened at one place and belongs to another: it waits until that place takes it. */
import { useEffect, useEffectEvent } from "react";
import { tell } from "../tell";

type Waiting = "logbook" | "archive";

let waiting: { kind: Waiting; file: File } | null = null;

export function handOver(kind: Waiting, file: File): void {
  waiting = { kind, file };
}

/** Reads the file that came for this place, once, as it opens. */
export function useArrived(kind: Waiting, read: (file: File) => Promise<void>): void {
  const onArrival = useEffectEvent((file: File) => {
    void read(file).catch((error: unknown) => tell(`${file.name} could not be read`, error));
  });
  useEffect(() => {
    if (waiting?.kind !== kind) return;
    const { file } = waiting;
    waiting = null;
    onArrival(file);
  }, [kind]);
}
