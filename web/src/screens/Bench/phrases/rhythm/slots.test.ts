import { expect, test } from "vitest";
import type { Recipe } from "../../../../api/types";
import { TABLES } from "../../../../testing/show";
import { beatsOf, canDivide, countsOf, divided, next, placeOf, refitted, slotsOf, textOf } from "./slots";

const PLACEMENT = { value: "eighth", metre: "4/4", slots: "srsr srsr" } as Recipe["placement"];

test("a slot goes from sounding to silent to holding and back", () => {
  expect(next("s") + next("r") + next("h")).toBe("rhs");
});

test.each([
  ["eighth", "4/4", 2, 8],
  ["triplet", "3/4", 3, 9],
  ["half", "4/4", 1, 2],
  ["sixteenth", "5/4", 4, 20],
  ["eighth", "6/8", 1, 6],
  ["sixteenth", "7/8", 2, 14],
  ["quintuplet", "2/4", 5, 10],
  ["quarter-triplet", "4/4", 1, 6],
] as const)("%s in %s: %i in a beat, %i in a bar", (value, metre, inBeat, inBar) => {
  expect(countsOf({ value, metre }, TABLES)).toEqual({ inBeat, inBar });
});

test.each([
  [1, 1, 2, "the and of 2"],
  [1, 1, 3, "⅓ after 2"],
  [1, 3, 4, "¾ after 2"],
  [2, 0, 1, "3"],
  [0, 2, 5, "⅖ after 1"],
])("beat %i, slot %i of %i is %s", (beat, slot, count, words) => {
  expect(placeOf(beat, slot, count, TABLES)).toBe(words);
});

test.each([
  ["ss(sss)sh", 2, [2, 3, 2]],
  ["s(ss)(shs)", 1, [1, 2, 3]],
  ["sshs srrr", 4, [4, 4]],
])("%s is read beat by beat and written again", (text, inBeat, sizes) => {
  const beats = beatsOf(text, inBeat);
  expect(beats.map((beat) => beat.slots.length)).toEqual(sizes);
  expect(textOf(beats)).toBe(text.replaceAll(" ", ""));
});

test("a beat divided as all others are is not one of its own", () => {
  expect(divided(2, 2)).toEqual({ slots: ["s", "s"], own: false });
  expect(textOf([divided(5, 2)])).toBe("(sssss)");
  expect(canDivide({ value: "eighth", metre: "6/8" }, TABLES)).toBe(false);
  expect(canDivide({ value: "quarter-triplet", metre: "4/4" }, TABLES)).toBe(false);
});

test("a rhythm goes where it no longer fills its bars", () => {
  expect(refitted(PLACEMENT, { ending: "rest" }, TABLES).slots).toBe("srsr srsr");
  expect(refitted(PLACEMENT, { metre: "3/4" }, TABLES).slots).toBe("");
  expect(refitted(PLACEMENT, { value: "sixteenth" }, TABLES).slots).toBe("");
  expect(refitted(PLACEMENT, { value: "quarter" }, TABLES).slots).toBe("srsr srsr");
  const divided = { ...PLACEMENT, slots: "ss(sss)ssss" };
  expect(refitted(divided, { swing: 66 }, TABLES).slots).toBe(divided.slots);
  expect(refitted(divided, { value: "sixteenth" }, TABLES).slots).toBe("");
});

test("signs that are no slots are left out", () => expect(slotsOf("s r|h")).toEqual(["s", "r", "h"]));
