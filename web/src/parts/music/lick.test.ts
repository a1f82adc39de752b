import { expect, test } from "vitest";
import { appended, marked, withoutLast } from "./lick";

test.each([
  ["", "C4", "½", "C4"],
  ["C4", "D4", "½", "C4 D4"],
  ["C4 ", "r", "1", "C4 r:1"],
  ["C4:1 | ", "D4", "1", "C4:1 | D4"],
  ["C4:1 D4:2", "E4", "1", "C4:1 D4:2 E4:1"],
])("%j with %s of %s beats is %j", (text, name, length, wanted) => {
  expect(appended(text, name, length)).toBe(wanted);
});

test.each([
  ["C4 ~D4:1 E4", 3, 5, "", "C4 D4:1 E4"],
  ["C4 D4:1 E4", 3, 4, "~", "C4 ~D4:1 E4"],
  ["=C4 D4", 0, 3, "~", "~C4 D4"],
] as const)("%j marked at %i", (text, where, size, mark, wanted) => {
  expect(marked(text, { where, size }, mark)).toBe(wanted);
});

test("the last sign goes, and the space before it", () => {
  expect(withoutLast("C4 | D4:1 ")).toBe("C4 |");
  expect(withoutLast("C4")).toBe("");
});
