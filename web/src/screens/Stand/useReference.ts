import type { Strip } from "../../api/types";
import { usePlayer } from "../../sound/usePlayer";

const [TEMPO, LENGTH] = [60, 2];

/** Sounds the first note of a strip, to tune by or to begin from. */
export function useReference(strip: Strip | undefined): () => Promise<void> {
  const { play } = usePlayer(TEMPO);
  const note = strip?.bars.flatMap(({ notes }) => notes)[0];
  return async () => {
    if (note === undefined || strip === undefined) return;
    const pitch = note.sounding.midi;
    const event = { beat: 0, kind: "note" as const, length: LENGTH, pitch, strip: strip.index, id: "" };
    await play({ events: [event], start: 0, end: LENGTH }, strip.index, false);
  };
}
