/** What is said of the bench to those who listen to it: what sounds, and what the sentence says now. */
import { useDebouncedValue } from "@mantine/hooks";
import { useEffect, useRef } from "react";
import type { Exercise } from "../../api/types";
import { announce } from "../../parts/Announced";
import type { PlayerState } from "../../sound/usePlayer";
import { PHRASE_NAMES } from "./phraseNames";

const SETTLED = 900; // ms

export function useAnnouncements(exercise: Exercise | undefined, { status, strip, loop }: PlayerState): void {
  const heading = strip === null ? undefined : exercise?.strips[strip]?.heading;
  const playing = status === "playing";
  const wasPlaying = useRef(false);
  const begun = useRef(heading);
  useEffect(() => {
    begun.current = heading;
  }, [heading]);
  useEffect(() => {
    if (playing) announce(`Playing ${loop ? "again and again" : "from"} ${begun.current ?? "the beginning"}`);
    else if (wasPlaying.current) announce("Stopped");
    wasPlaying.current = playing;
  }, [playing, loop]);

  const [settled] = useDebouncedValue(exercise?.phrases, SETTLED);
  const before = useRef<Map<string, string>>(undefined);
  useEffect(() => {
    if (settled === undefined) return;
    const now = new Map(settled.map(({ id, place, text }) => [`${id}-${place ?? ""}`, text]));
    const changed = settled.filter(({ id, place, text }) => before.current?.get(`${id}-${place ?? ""}`) !== text);
    if (before.current !== undefined && changed.length > 0)
      announce(changed.map(({ id, text }) => `${PHRASE_NAMES[id]}: ${text}`).join("; "));
    before.current = now;
  }, [settled]);
}
