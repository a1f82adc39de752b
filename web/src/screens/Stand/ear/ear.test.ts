import { describe, expect, it } from "vitest";
import type { EarQuestion } from "../../../api/types";
import { asked, missedIn, scored } from "./ear";

const question: EarQuestion = {
  words: "Which degree is it?",
  drone: 52,
  notes: [
    { start: 1, length: 1, pitch: 65, degree: "♭2" },
    { start: 2, length: 2, pitch: 64, degree: "1" },
  ],
  options: ["1", "♭2"],
  answer: 1,
  told: [],
};

describe("questions for the ear", () => {
  it("sound over a drone of root and fifth, as long as they last", () => {
    const { events, end } = asked(question);
    expect(end).toBe(4);
    expect(events.filter(({ part }) => part === "drone").map(({ pitch, length }) => [pitch, length])).toEqual([
      [52, 4],
      [59, 4],
    ]);
    expect(events.filter(({ kind }) => kind === "note").map(({ beat, pitch }) => [beat, pitch])).toEqual([
      [1, 65],
      [2, 64],
    ]);
  });

  it("are scored by degree, and what was missed is named as often as it was", () => {
    const answers: [string, boolean][] = [
      ["♭2", true],
      ["1", false],
      ["♭2", false],
      ["1", false],
    ];
    const score = answers.reduce((sum, [name, right]) => scored(sum, name, right), {});
    expect(score).toEqual({ "♭2": { right: 1, asked: 2 }, "1": { right: 0, asked: 2 } });
    expect(missedIn(score).sort()).toEqual(["1", "1", "♭2"]);
  });
});
