import { describe, expect, it } from "vitest";
import type { Chord, Fit } from "../../api/types";
import { placeOf, titleOf, withTitle } from "../../parts/music/changesText";
import { choiceOf, valueOf } from "../../parts/music/scales";
import { between, chosen, withAnother, withSound, without } from "./choices";

const fit = (scale: string, root = "1") => ({ scale, root, name: scale }) as Fit;
const chord = (number: number, root: string, ...sounds: Fit[]) =>
  ({ number, root, symbol: `${root}7`, sounds }) as unknown as Chord;

describe("choosing sounds", () => {
  const first = withSound([], chord(2, "G"), chosen(fit("altered")));

  it("puts one sound in place of what was there, in the order of the chords", () => {
    const two = withSound(first, chord(0, "D"), chosen(fit("dorian")));
    expect(two.map((choice) => choice.chord)).toEqual([0, 2]);
    expect(withSound(two, chord(2, "G"), chosen(fit("lydian")))[1]).toEqual({
      chord: 2,
      symbol: "G7",
      sounds: [{ scale: "lydian", root: "1" }],
    });
    expect(first).toHaveLength(1);
  });

  it("takes sounds in turn, four at the most", () => {
    const sounds = ["a", "b", "c", "d"].map((scale) => fit(scale));
    const [choice] = withAnother([], chord(1, "C", ...sounds), chosen(fit("e")));
    expect(choice?.sounds.map((sound) => sound.scale)).toEqual(["b", "c", "d", "e"]);
  });

  it("takes choices away again, and knows the chords between two", () => {
    const chords = [chord(0, "D"), chord(1, ""), chord(2, "G")];
    expect(without(first, chords)).toEqual([]);
    expect(without(first, chords.slice(0, 2))).toEqual(first);
    expect(between(chords, 2, 1).map((one) => one.number)).toEqual([1, 2]);
  });
});

it.each([
  ["title: Quay\n| C |", "Quay"],
  ["key: C\nTitle :  Low water \n", "Low water"],
  ["| C |", ""],
  ["title:\n| C |", ""],
])("reads and sets the title of %j", (text, title) => {
  expect(titleOf(text)).toBe(title);
  expect(titleOf(withTitle(text, "New $1 name"))).toBe("New $1 name");
  expect(withTitle(text, "x").split("\n").length).toBe(text.split("\n").length + (/title/i.test(text) ? 0 : 1));
});

it("tells a place by its line and words, and a scale by a value", () => {
  expect(placeOf("key: C\n| Dm7 | Gq7 |", 16, 2)).toEqual({ line: 2, words: "q7" });
  for (const choice of ["dorian", { name: "a: b", degrees: "1 2 ♭3" }])
    expect(choiceOf(valueOf(choice))).toEqual(choice);
});
