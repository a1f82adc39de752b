/** What is said of the bench to those who listen to it: what sounds, and what the sentence says now. */
import { useDebouncedValue } from "@mantine/hooks";
import { useEffect, useRef } from "react";
import type { Exercise, Phrase } from "../../api/types";
import { announce } from "../../parts/Announced";
import type { PlayerState } from "../../sound/usePlayer";
import { PHRASE_NAMES } from "./phraseNames";
import { idOfPhrase, keyOfPhrase } from "./phrases/rules/opening";

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

  const phrases = exercise?.phrases;
  const [settled] = useDebouncedValue(phrases, SETTLED);
  const before = useRef<Map<string, string>>(undefined);
  useEffect(() => {
    if (phrases) before.current ??= byName(phrases); // what is there at first is no news
  }, [phrases]);
  useEffect(() => {
    if (settled === undefined || before.current === undefined) return;
    const known = before.current;
    const changed = settled.filter((one) => known.get(nameOf(one)) !== one.text);
    before.current = byName(settled);
    const gone = [...known.keys()].filter((name) => !before.current?.has(name)).map((name) => idOfPhrase(name).id);
    const news = [
      ...changed.map(({ id, text }) => `${PHRASE_NAMES[id]}: ${text}`),
      ...gone.map((id) => `without ${PHRASE_NAMES[id]}`),
    ];
    if (news.length > 0) announce(news.join("; "));
  }, [settled]);
}

const nameOf = ({ id, place }: Phrase) => keyOfPhrase(id, place);
const byName = (phrases: readonly Phrase[]) => new Map(phrases.map((one) => [nameOf(one), one.text]));
