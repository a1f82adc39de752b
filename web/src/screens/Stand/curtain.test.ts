import { describe, expect, it } from "vitest";
import type { Exercise, Strip } from "../../api/types";
import { CURTAINS, numbersOf, seen } from "./curtain";

const strip = (key: number) =>
  ({
    key,
    bars: [{ notes: [{ number: "1" }, { number: "♭3" }] }, { notes: [{ number: "", written: { name: "C♯4" } }] }],
  }) as unknown as Strip;
const exercise = { strips: [strip(0), strip(5)] } as unknown as Exercise;

describe("the curtain", () => {
  it("shows as much as is asked for", () => {
    const first = CURTAINS.map((curtain) => seen(curtain, strip(0), exercise, false));
    const second = CURTAINS.map((curtain) => seen(curtain, strip(5), exercise, false));
    expect(first).toEqual(["notation", "numbers", "contour", "formula", "notation", "name"]);
    expect(second).toEqual(["notation", "numbers", "contour", "formula", "name", "name"]);
  });

  it("is held open by whoever peeks", () => {
    expect(CURTAINS.map((curtain) => seen(curtain, strip(5), exercise, true))).toEqual(CURTAINS.map(() => "notation"));
  });

  it("tells the numbers bar by bar, a name where there is no number", () => {
    expect(numbersOf(strip(0))).toEqual(["1 ♭3", "C♯4"]);
  });
});
