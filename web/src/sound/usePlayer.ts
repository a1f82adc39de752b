/** Playing from the screen: state for the controls, marks for whatever shows the notes. */
import { useCallback, useEffect, useRef, useState } from "react";
import type { Schedule } from "./schedule";

export interface PlayerState {
  status: "stopped" | "loading" | "playing" | "failed";
  /** Index of the strip that sounds, or null. */
  strip: number | null;
  /** Whether one strip is repeated. */
  loop: boolean;
}

const STOPPED: PlayerState = { status: "stopped", strip: null, loop: false };

/** Mark one note in the score (and its number in the degree lane), by its id; the note, where it is drawn. */
function mark(id: string | null): Element | null {
  document.querySelectorAll(".sounding").forEach((element) => element.classList.remove("sounding"));
  if (id === null) return null;
  const note = document.getElementById(id);
  note?.classList.add("sounding");
  document.querySelectorAll(`[data-note="${CSS.escape(id)}"]`).forEach((element) => element.classList.add("sounding"));
  return note;
}

/** `onMark` is told of every note that is marked as it sounds. */
export function usePlayer(tempo: number, onMark?: (note: Element) => void) {
  const [state, setState] = useState(STOPPED);
  const sound = useRef<typeof import("./player") | null>(null);
  const turn = useRef(0);

  const stop = useCallback(() => {
    turn.current += 1;
    sound.current?.stop();
    mark(null);
    setState(STOPPED);
  }, []);

  const play = useCallback(
    async (plan: Schedule, first: number, loop: boolean, onEnd?: () => void) => {
      stop();
      const mine = turn.current;
      setState({ status: "loading", strip: first, loop });
      try {
        sound.current ??= await import("./player");
        if (mine !== turn.current) return;
        const heard = await sound.current.play(plan, tempo, loop, {
          onNote: (event) => {
            if (event === null || mine !== turn.current) return;
            const note = event.id === "" ? null : mark(event.id);
            if (note) onMark?.(note);
            setState((now) => (now.strip === event.strip ? now : { ...now, strip: event.strip }));
          },
          onEnd: () => {
            if (mine !== turn.current) return;
            stop();
            onEnd?.();
          },
        });
        if (mine === turn.current) setState((now) => ({ ...now, status: "playing" }));
        else sound.current.stop();
        return heard;
      } catch {
        if (mine === turn.current) setState({ ...STOPPED, status: "failed" });
      }
    },
    [stop, tempo, onMark],
  );

  /** Fetch what a plan needs before anybody presses Play. */
  const prepare = useCallback(async (plan: Schedule) => {
    sound.current ??= await import("./player");
    sound.current.prepare(plan);
  }, []);

  useEffect(() => sound.current?.setTempo(tempo), [tempo]);
  useEffect(() => stop, [stop]);
  return { state, play, prepare, stop };
}
