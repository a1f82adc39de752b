import { describe, expect, it } from "vitest";
import type { Exercise } from "../api/types";
import { beats, schedule } from "./schedule";

const note = (id: string, start: string, length: string) => ({
  id,
  sounds_at: beats(start),
  sounds_for: beats(length),
  sounding: { name: "C4", midi: 60 },
  lower_tones: [],
});
const exercise = {
  bar: 3,
  groups: [1, 1, 1],
  strips: [
    {
      index: 0,
      begin: 0,
      end: 3,
      played: [{ start: 0, end: 3 }],
      companions: [],
      bars: [{ number: 1, notes: [note("a", "0", "1/3"), note("b", "1/3", "8/3")] }],
    },
    {
      index: 1,
      begin: 0,
      end: 6,
      played: [{ start: 0, end: 6 }],
      companions: [],
      bars: [
        { number: 1, notes: [note("c", "0", "3")] },
        { number: 2, notes: [note("d", "3", "3")] },
      ],
    },
  ],
} as unknown as Exercise;

describe("schedule", () => {
  it.each([
    ["3", 3],
    ["7/2", 3.5],
    ["1/3", 1 / 3],
  ])("reads %s beats", (text, value) => expect(beats(text)).toBe(value));

  it.each([
    {
      from: 0,
      loop: false,
      countIn: true,
      click: true,
      notes: { a: 3, b: 3 + 1 / 3, c: 6, d: 9 },
      clicks: 12,
      end: 12,
    },
    { from: 1, loop: false, countIn: false, click: false, notes: { c: 0, d: 3 }, clicks: 0, end: 6 },
    { from: 0, loop: true, countIn: true, click: false, notes: { a: 3, b: 3 + 1 / 3 }, clicks: 3, end: 6 },
  ])(
    "lays out strips from $from, loop $loop, count-in $countIn, click $click",
    ({ notes, clicks, end, ...options }) => {
      const plan = schedule(exercise, options);
      const played = plan.events.filter((event) => event.kind === "note");
      expect(Object.fromEntries(played.map((event) => [event.id, event.beat]))).toEqual(notes);
      expect(plan.events.length - played.length).toBe(clicks);
      expect(plan.events.filter((event) => event.kind === "click" && event.pitch === 1)).toHaveLength(clicks / 3);
      expect([plan.start, plan.end]).toEqual([options.countIn ? 3 : 0, end]);
      expect(plan.events.map((event) => event.beat)).toEqual(
        [...plan.events.map((event) => event.beat)].sort((x, y) => x - y),
      );
    },
  );

  it("goes straight on, in groups of a compound metre, with what is struck under and beside", () => {
    const struck = { sounds_at: 0, sounds_for: 1.5, pitches: [{ name: "C2", midi: 36 }] };
    const compound = {
      bar: 3,
      groups: [1.5, 1.5],
      strips: [
        {
          index: 0,
          begin: 0,
          end: 2,
          played: [{ start: 0, end: 2 }],
          companions: [{ chords: [struck] }],
          bars: [{ notes: [{ ...note("a", "0", "1"), lower_tones: [{ midi: 48 }] }] }],
        },
        {
          index: 1,
          begin: 2,
          end: 4,
          played: [{ start: 2, end: 4 }],
          companions: [],
          bars: [{ notes: [note("b", "2", "1")] }, { notes: [note("c", "3", "1")] }],
        },
      ],
    } as unknown as Exercise;
    const plan = schedule(compound, { from: 0, loop: false, countIn: false, click: true });
    expect(plan.events.filter((one) => one.id).map(({ id, beat, length }) => [id, beat, length])).toEqual([
      ["a", 0, 1],
      ["b", 2, 1],
      ["c", 3, 1],
    ]);
    expect(plan.events.filter((one) => one.kind === "click").map(({ beat, pitch }) => [beat, pitch])).toEqual([
      [0, 1],
      [1.5, 0],
      [3, 1],
    ]);
    expect(
      plan.events.filter((one) => one.kind === "note" && !one.id).map(({ pitch, length }) => [pitch, length]),
    ).toEqual([
      [48, 1],
      [36, 1.5],
    ]);
    expect(plan.end).toBe(4);
  });

  it("follows repeats", () => {
    const once = { from: 0, loop: false, countIn: false, click: true };
    const played = [
      { start: 0, end: 3 },
      { start: 0, end: 3 },
      { start: 3, end: 6 },
    ];
    const strips = exercise.strips.slice(1).map((strip) => ({ ...strip, played }));
    const plan = schedule({ ...exercise, strips }, once);
    expect(plan.events.filter((one) => one.id).map(({ id, beat }) => [id, beat])).toEqual([
      ["c", 0],
      ["c", 3],
      ["d", 6],
    ]);
    expect(plan.events.filter((one) => one.kind === "click")).toHaveLength(9);
    expect(plan.end).toBe(9);
  });
});
