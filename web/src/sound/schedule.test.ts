import { describe, expect, it } from "vitest";
import type { Exercise } from "../api/types";
import { beats, schedule, swung } from "./schedule";

const note = (id: string, start: string, length: string) => ({ id, start, length, sounding: { name: "C4", midi: 60 } });
const exercise = {
  recipe: { placement: { swing: 50, swings: "eighth" } },
  beats: 3,
  strips: [
    { index: 0, bars: [{ number: 1, notes: [note("a", "0", "1/3"), note("b", "1/3", "8/3")] }] },
    { index: 1, bars: [{ number: 1, notes: [note("c", "0", "3")] }, { number: 2, notes: [note("d", "3", "3")] }] },
  ],
} as unknown as Exercise;

describe("schedule", () => {
  it.each([
    [1.5, 75, "eighth", 1.75],
    [0.25, 60, "eighth", 0.3],
    [1 / 3, 75, "eighth", 1 / 3],
    [0.25, 60, "sixteenth", 0.3],
    [2, 75, "eighth", 2],
  ] as const)("%d swung by %i at the %s sounds at %d", (place, swing, level, wanted) => {
    expect(swung(place, swing, level)).toBeCloseTo(wanted, 10);
  });

  it.each([
    ["3", 3],
    ["7/2", 3.5],
    ["1/3", 1 / 3],
  ])("reads %s beats", (text, value) => expect(beats(text)).toBe(value));

  it.each([
    { from: 0, loop: false, countIn: true, click: true, notes: { a: 3, b: 3 + 1 / 3, c: 6, d: 9 }, clicks: 12, end: 12 },
    { from: 1, loop: false, countIn: false, click: false, notes: { c: 0, d: 3 }, clicks: 0, end: 6 },
    { from: 0, loop: true, countIn: true, click: false, notes: { a: 3, b: 3 + 1 / 3 }, clicks: 3, end: 6 },
  ])("lays out strips from $from, loop $loop, count-in $countIn, click $click", ({ notes, clicks, end, ...options }) => {
    const plan = schedule(exercise, options);
    const played = plan.events.filter((event) => event.kind === "note");
    expect(Object.fromEntries(played.map((event) => [event.id, event.beat]))).toEqual(notes);
    expect(plan.events.length - played.length).toBe(clicks);
    expect(plan.events.filter((event) => event.kind === "click" && event.pitch === 1)).toHaveLength(clicks / 3);
    expect([plan.start, plan.end]).toEqual([options.countIn ? 3 : 0, end]);
    expect(plan.events.map((event) => event.beat)).toEqual([...plan.events.map((event) => event.beat)].sort((x, y) => x - y));
  });
});
