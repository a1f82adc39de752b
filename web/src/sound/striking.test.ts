import { describe, expect, it } from "vitest";
import { isOver, strokes } from "./striking";

describe("a clock that is late", () => {
  it("strikes a voice of one tone when it is due, or at once, and never twice at the same time", () => {
    const at = strokes();
    const due = [1, 1.5, 2, 2, 2.25, 3];
    const asked = [0.6, 1.1, 2.3, 2.3, 2.3, 2.6]; // seconds of the clock: the third was asked for too late
    const struck = due.map((time, place) => at(time, asked[place] ?? 0));
    [1, 1.5, 2.3, 2.305, 2.31, 3].forEach((time, place) => expect(struck[place]).toBeCloseTo(time));
  });

  it("leaves out what has been over for long", () => {
    expect([isOver(2, 1.6), isOver(2, 2.05), isOver(2, 2.2)]).toEqual([false, false, true]);
  });
});
