/** Questions for the ear: how they sound, and the score. Pure. */
import type { EarQuestion } from "../../../api/types";
import type { Schedule, SoundEvent } from "../../../sound/schedule";

/** Right and asked, by degree or sound. */
export type Score = Record<string, { right: number; asked: number }>;

/** The score with one more answer. */
export function scored(score: Score, name: string, right: boolean): Score {
  const before = score[name] ?? { right: 0, asked: 0 };
  return { ...score, [name]: { right: before.right + Number(right), asked: before.asked + 1 } };
}

/** A question as it sounds: the notes over a drone of root and fifth. */
export function asked({ drone, notes }: EarQuestion): Schedule {
  const end = Math.max(...notes.map(({ start, length }) => start + length));
  const under = [drone, drone + 7].map((pitch): SoundEvent => ({
    beat: 0,
    kind: "band",
    part: "drone",
    length: end,
    pitch,
    strip: 0,
    id: "",
    gain: 0.35,
  }));
  const events = notes.map(({ start, length, pitch }): SoundEvent => ({
    beat: start,
    kind: "note",
    length,
    pitch,
    strip: 0,
    id: "",
  }));
  return { events: [...under, ...events], start: 0, end };
}

/** What was missed, each as often as it was. */
export function missedIn(score: Score): string[] {
  return Object.entries(score).flatMap(([name, { right, asked: all }]) => Array<string>(all - right).fill(name));
}
