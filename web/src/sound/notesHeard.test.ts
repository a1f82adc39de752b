import { describe, expect, it } from "vitest";
import { HOP, NotesHeard, WINDOW, momentsOf } from "./notesHeard";

const RATE = 44_100;

interface Due {
  at: number;
  pitch: number;
  length: number;
}

/** A reed-like tone of some partials that fades, at each place. */
function synthesised(due: readonly Due[], partials: readonly number[]): Float32Array {
  const end = Math.max(...due.map(({ at, length }) => at + length)) + 0.3;
  const sound = new Float32Array(Math.ceil(end * RATE));
  for (const { at, pitch, length } of due) {
    const hertz = 440 * 2 ** ((pitch - 69) / 12);
    const begin = Math.round(at * RATE);
    for (let frame = 0; frame < length * RATE; frame += 1) {
      const time = frame / RATE;
      const swell = Math.min(1, time / 0.008) * Math.min(1, (length - time) / 0.012) * Math.exp(-time * 2);
      const tone = partials.reduce((sum, part, n) => sum + part * Math.sin(2 * Math.PI * hertz * (n + 1) * time), 0);
      sound[begin + frame] = (sound[begin + frame] ?? 0) + 0.2 * swell * tone;
    }
  }
  return sound;
}

function heardIn(sound: Float32Array) {
  const moment = momentsOf(RATE);
  const notes = new NotesHeard();
  for (let at = 0; at + WINDOW < sound.length; at += Math.round(HOP * RATE))
    notes.take(moment(sound.subarray(at, at + WINDOW), (at + WINDOW / 2) / RATE));
  return notes.notes;
}

const eighths = (pitches: readonly number[]): Due[] =>
  pitches.map((pitch, n) => ({ at: 0.2 + n * 0.25, pitch, length: 0.235 }));

function right(due: readonly Due[], partials: readonly number[]): number {
  const heard = heardIn(synthesised(due, partials));
  const found = due.filter(({ at, pitch }) =>
    heard.some((note) => note.pitch === pitch && Math.abs(note.at - at) <= 0.05),
  );
  expect(heard.length).toBeLessThanOrEqual(due.length * 1.05 + 1);
  return found.length / due.length;
}

describe("notes out of a microphone", () => {
  const REED = [1, 0.5, 0.6, 0.3, 0.2];
  const FLUTE = [1, 0.25, 0.08];
  const STRING = [0.7, 1, 0.8, 0.5, 0.4, 0.3, 0.2];
  const chromatic = Array.from({ length: 45 }, (_, n) => 40 + n); // E2 to C6
  const leaping = Array.from({ length: 60 }, (_, n) => 40 + ((n * 17) % 45));

  it.each([
    ["a reed", REED],
    ["a flute", FLUTE],
    ["a string", STRING],
  ])("hears eighths at 120 from E2 to C6 on %s", (_, partials) => {
    expect(right(eighths(chromatic), partials)).toBeGreaterThanOrEqual(0.95);
    expect(right(eighths(leaping), partials)).toBeGreaterThanOrEqual(0.95);
  });

  it("hears one pitch struck again and again", () => {
    expect(right(eighths([60, 60, 60, 62, 62, 60]), REED)).toBeGreaterThanOrEqual(0.95);
  });

  it("hears nothing in silence and in noise", () => {
    expect(heardIn(new Float32Array(RATE))).toEqual([]);
    let seed = 7;
    const noise = Float32Array.from({ length: RATE }, () => {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      return (seed / 2147483648 - 0.5) * 0.2;
    });
    expect(heardIn(noise).length).toBeLessThan(3);
  });
});
