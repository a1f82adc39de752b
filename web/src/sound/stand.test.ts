import { describe, expect, it } from "vitest";
import type { Backing, Band, Exercise, Passage, Strip } from "../api/types";
import { eventsOf, heightOfKey } from "./listening";
import { momentAt, standSchedule } from "./standSchedule";

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
const passage = (start: number, end: number, role: Passage["role"] = "line", held: number | null = null) => ({
  start,
  end,
  role,
  time: 1,
  held,
});
const under: Band = {
  strip: 0,
  count_in: 4,
  passages: [passage(0, 4)],
  sections: [],
  events: [
    { part: "bass", at: 0, lasts: 1, pitch: 40, loud: 0.8 },
    { part: "drone", at: 0, lasts: 4, pitch: 43, loud: 0.5 },
  ],
};
const bands = [under];
const plan = (change: Partial<Parameters<typeof standSchedule>[2]> = {}) =>
  standSchedule(exercise, bands, { from: 0, count: 2, backing, line: true, ...change });

describe("what sounds at the stand", () => {
  it.each([0, 4, 8, 2])("counts %d beats in", (count_in) => {
    const counted = standSchedule(exercise, [{ ...under, count_in }], { from: 0, count: 2, backing, line: true });
    const clicks = counted.events.filter(({ kind }) => kind === "click");
    expect(clicks.map(({ beat }) => beat)).toEqual(Array.from({ length: count_in }, (_, beat) => beat));
    expect(clicks.filter(({ pitch }) => pitch === 1).map(({ beat }) => beat)).toEqual(
      count_in === 8 ? [0, 4] : count_in === 4 ? [0] : [],
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
    const gone = [{ ...under, passages: [passage(0, 2), passage(0, 2)] }];
    const { events, end } = standSchedule(repeated, gone, { from: 0, count: 1, backing, line: true });
    expect(events.filter(({ kind }) => kind === "note").map(({ beat }) => beat)).toEqual([4, 6]);
    expect(events.filter(({ part }) => part === "drone").map(({ length }) => length)).toEqual([2, 2]);
    expect(end).toBe(8);
  });

  it("leaves an answer open, holds a root, and says whose turn comes", () => {
    const roles = [passage(0, 4, "call"), passage(0, 4, "answer"), passage(0, 4, "root", 48), passage(0, 4, "free")];
    const traded = standSchedule(exercise, [{ ...under, passages: roles }], {
      from: 0,
      count: 1,
      backing,
      line: false,
    });
    const heard = traded.events.filter(({ kind }) => kind === "note").map(({ beat, pitch }) => [beat, pitch]);
    expect(heard).toEqual([
      [4, 60],
      [6, 61],
      [12, 48],
    ]);
    const cues = [3.9, 4, 8, 12, 16, 20].map((beat) => momentAt(traded, beat, 4)?.cue);
    expect(cues).toEqual([undefined, "Your answer", "The root", "", "", undefined]);
  });

  it("tells the bars that are left in a section, and the section that comes", () => {
    const form = { ...exercise, strips: [strip(0, [0], [{ start: 0, end: 16 }])] };
    const long = {
      ...under,
      passages: [passage(0, 16)],
      sections: [
        { at: 0, name: "A" },
        { at: 8, name: "B" },
      ],
    };
    const laid = standSchedule(form, [long], { from: 0, count: 1, backing, line: true });
    const told = [4, 7.9, 8, 11.9, 12, 19.9].map((beat) => {
      const moment = momentAt(laid, beat, 4);
      return [moment?.left, moment?.cue];
    });
    expect(told).toEqual([
      [2, ""],
      [2, ""],
      [1, "B"],
      [1, "B"],
      [2, ""],
      [1, ""],
    ]);
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
