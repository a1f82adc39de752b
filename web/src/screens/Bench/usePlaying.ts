/** Playing what is on the bench: the whole, from a strip on, or one strip again and again. */
import { useCallback, useEffect, useRef } from "react";
import type { Exercise } from "../../api/types";
import { schedule } from "../../sound/schedule";
import { usePlayer } from "../../sound/usePlayer";

interface Options {
  countIn: boolean;
  click: boolean;
}

const REST = 150; // ms without anything to do

export function usePlaying(
  exercise: Exercise | undefined,
  tempo: number,
  options: Options,
  onMark: (note: Element) => void,
) {
  const { state, play: start, prepare, stop } = usePlayer(tempo * (exercise?.pulse ?? 1), onMark);
  // What plays is asked for when it is asked to: no control is drawn anew because the music changed.
  const now = useRef({ exercise, state, options });
  useEffect(() => {
    now.current = { exercise, state, options };
  }, [exercise, state, options]);
  const play = useCallback(
    (from: number, loop: boolean) => {
      const { exercise: played, state: before, options: how } = now.current;
      if (loop && before.loop && from === before.strip) stop();
      else if (played !== undefined) void start(schedule(played, { from, loop, ...how }), from, loop);
    },
    [start, stop],
  );
  const playAll = useCallback(() => play(0, false), [play]);

  // The first sounds are fetched while the page has nothing else to do.
  const ready = useRef(false);
  useEffect(() => {
    if (exercise === undefined || ready.current) return;
    const idle = window.setTimeout(() => {
      ready.current = true;
      void prepare(schedule(exercise, { from: 0, loop: false, countIn: false, click: false })).catch(() => undefined);
    }, REST);
    return () => window.clearTimeout(idle);
  }, [exercise, prepare]);
  return { state, play, playAll, stop };
}
