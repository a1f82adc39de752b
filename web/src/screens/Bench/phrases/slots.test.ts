import { expect, test } from "vitest";
import type { Recipe } from "../../../api/types";
import { RHYTHMS, countsOf, next, placeOf, refitted, slotsOf } from "./slots";

const PLACEMENT = { value: "eighth", metre: "4/4", slots: "srsr srsr" } as Recipe["placement"];

test("a slot goes from sounding to silent to holding and back", () => {
  expect(next("s") + next("r") + next("h")).toBe("rhs");
});

test.each([
  ["eighth", "4/4", 2, 8],
  ["triplet", "3/4", 3, 9],
  ["half", "4/4", 1, 2],
  ["sixteenth", "5/4", 4, 20],
] as const)("%s in %s: %i in a beat, %i in a bar", (value, metre, inBeat, inBar) => {
  expect(countsOf({ value, metre })).toEqual({ inBeat, inBar });
});

test.each([
  [3, 2, "the and of 2"],
  [4, 3, "⅓ after 2"],
  [7, 4, "¾ after 2"],
  [2, 1, "3"],
])("slot %i of %i in a beat is %s", (place, inBeat, words) => {
  expect(placeOf(place, inBeat)).toBe(words);
});

test("a rhythm goes where it no longer fills its bars", () => {
  expect(refitted(PLACEMENT, { ending: "rest" }).slots).toBe("srsr srsr");
  expect(refitted(PLACEMENT, { metre: "3/4" }).slots).toBe("");
  expect(refitted(PLACEMENT, { value: "sixteenth" }).slots).toBe("");
  expect(refitted(PLACEMENT, { value: "quarter" }).slots).toBe("srsr srsr");
});

test.each(Object.entries(RHYTHMS))("%s has a slot that sounds, or none at all", (_, make) => {
  for (const [inBar, inBeat] of [[2, 1], [8, 2], [12, 3], [16, 4]] as const) {
    const slots = make(inBar, inBeat);
    expect(slots.length === 0 || (slots.length === inBar && slots.includes("s"))).toBe(true);
  }
  expect(slotsOf("s r|h")).toEqual(["s", "r", "h"]);
});
