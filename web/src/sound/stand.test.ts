import { describe, expect, it } from "vitest";
import type { Backing, Band, Exercise, Strip } from "../api/types";
import { eventsOf, heightOfKey } from "./listening";
import { barsLeft, countedIn, standSchedule } from "./standSchedule";

const strip = (index: number, starts: number[], played = [{ start: 0, end: 4 }]) =>
  ({
    index,
    played,
    companions: [],
    bars: [
      {
        notes: starts.map((at, note) => ({
          id: `s${index}n${note}`,
          sounds_at: at,
          sounds_for: 1,
          sounding: { midi: 60 + note },
          lower_tones: [],
          accent: false,
        })),
      },
    ],
  }) as unknown as Strip;
const exercise = { bar: 4, groups: [1, 1, 1, 1], strips: [strip(0, [0, 2]), strip(1, [0])] } as unknown as Exercise;
const backing = { count_in: "one-bar", line: 80, band: 50, clicks: 100, drone: 0 } as Backing;
const bands: Band[] = [
  {
    strip: 0,
    events: [
      { part: "bass", at: 0, lasts: 1, pitch: 40, loud: 0.8 },
      { part: "drone", at: 0, lasts: 4, pitch: 43, loud: 0.5 },
    ],
  },
];
const plan = (change: Partial<Parameters<typeof standSchedule>[2]> = {}) =>
  standSchedule(exercise, bands, { from: 0, count: 2, backing, line: true, ...change });

describe("what sounds at the stand", () => {
  it.each([
    ["none", 0],
    ["one-bar", 4],
    ["two-bars", 8],
    ["two-beats", 2],
  ] as const)("counts in %s", (count_in, beats) => {
    expect(countedIn(exercise, count_in)).toBe(beats);
    const counted = plan({ backing: { ...backing, count_in } }).events.filter(({ kind }) => kind === "click");
    expect(counted.map(({ beat }) => beat)).toEqual(Array.from({ length: beats }, (_, beat) => beat));
    expect(counted.filter(({ pitch }) => pitch === 1).map(({ beat }) => beat)).toEqual(
      beats === 8 ? [0, 4] : beats === 4 ? [0] : [],
    );
  });

  it("lays strips one after another, line and band at their levels", () => {
    const { events, strips, start, end } = plan();
    expect(strips).toEqual([
      { index: 0, start: 4, end: 8 },
      { index: 1, start: 8, end: 12 },
    ]);
    expect([start, end]).toEqual([4, 12]);
    const told = events
      .filter(({ kind }) => kind !== "click")
      .map(({ beat, pitch, part, gain }) => [beat, pitch, part, gain]);
    expect(told).toEqual([
      [4, 60, undefined, 0.8],
      [4, 40, "bass", 0.4],
      [4, 43, "drone", 0],
      [6, 61, undefined, 0.8],
      [8, 60, undefined, 0.8],
    ]);
    expect(plan({ line: false }).events.some(({ kind }) => kind === "note")).toBe(false);
    expect(plan({ from: 1, count: 1 }).strips).toEqual([{ index: 1, start: 4, end: 8 }]);
  });

  it("follows repeats, and cuts what would sound beyond them", () => {
    const twice = [
      { start: 0, end: 2 },
      { start: 0, end: 2 },
    ];
    const repeated = { ...exercise, strips: [strip(0, [0, 2], twice)] };
    const { events, end } = standSchedule(repeated, bands, { from: 0, count: 1, backing, line: true });
    expect(events.filter(({ kind }) => kind === "note").map(({ beat }) => beat)).toEqual([4, 6]);
    expect(events.filter(({ part }) => part === "drone").map(({ length }) => length)).toEqual([2, 2]);
    expect(end).toBe(8);
  });

  it("tells the bars that are left", () => {
    expect([4, 5, 8, 11.9].map((beat) => barsLeft(plan(), beat, 4))).toEqual([1, 1, 1, 1]);
    expect([barsLeft(plan(), 2, 4), barsLeft(plan(), 12, 4)]).toEqual([null, null]);
    expect(barsLeft({ ...plan(), strips: [{ index: 0, start: 0, end: 16 }] }, 3.9, 4)).toBe(4);
  });
});

describe("what is played", () => {
  it("reads letters as degrees, row by row", () => {
    const major = [0, 2, 4, 5, 7, 9, 11];
    expect("z x c v b n m".split(" ").map((letter) => heightOfKey(letter, major))).toEqual(major);
    expect([heightOfKey("a", major), heightOfKey("q", major), heightOfKey("p", major)]).toEqual([12, 24, null]);
    expect("z x c v b n m".split(" ").map((letter) => heightOfKey(letter, [0, 3, 5, 7, 10]))).toEqual([
      0, 3, 5, 7, 10, 12, 15,
    ]);
  });

  it("takes the beginning and the latency off", () => {
    expect(eventsOf([{ at: 1500, pitch: 60, length: 250 }], 1000, 40)).toEqual([{ at: 0.46, pitch: 60, length: 0.25 }]);
  });
});
