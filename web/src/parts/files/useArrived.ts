/** A file that was opened at one place and belongs to another: it waits until that place takes it. */
import { useEffect, useEffectEvent } from "react";
import { tell } from "../tell";

type Waiting = "logbook" | "archive";

let waiting: { kind: Waiting; file: File } | null = null;

/** Reads a file, if there is one, and says where it cannot be read. */
export function reading(file: File | null | undefined, read: (file: File) => Promise<void>): void {
  if (file) read(file).catch((error: unknown) => tell(`${file.name} could not be read`, error));
}

export function handOver(kind: Waiting, file: File): void {
  waiting = { kind, file };
}

/** Reads the file that came for this place, once, as it opens. */
export function useArrived(kind: Waiting, read: (file: File) => Promise<void>): void {
  const onArrival = useEffectEvent((file: File) => reading(file, read));
  useEffect(() => {
    if (waiting?.kind !== kind) return;
    const { file } = waiting;
    waiting = null;
    onArrival(file);
  }, [kind]);
}
