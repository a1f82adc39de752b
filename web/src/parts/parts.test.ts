import { describe, expect, it } from "vitest";
import { TABLES } from "../testing/show";
import { distinct, onCircle, pitchClass, toggled } from "./music/keys";
import { moved } from "./documents/moved";
import { lasting } from "./lasting";
import { mergePatch, withDefaults } from "./documents/patch";

describe("merge patch", () => {
  // The examples of RFC 7396, appendix A.
  it.each([
    [{ a: "b" }, { a: "c" }, { a: "c" }],
    [{ a: "b" }, { b: "c" }, { a: "b", b: "c" }],
    [{ a: "b", b: "c" }, { a: null }, { b: "c" }],
    [{ a: ["b"] }, { a: "c" }, { a: "c" }],
    [{ a: { b: "c" } }, { a: { b: "d", c: null } }, { a: { b: "d" } }],
    [{ a: [1, 2] }, { a: [3] }, { a: [3] }],
    [
      ["a", "b"],
      ["c", "d"],
      ["c", "d"],
    ],
    [{ e: null }, { a: 1 }, { e: null, a: 1 }],
    [{}, { a: { bb: { ccc: null } } }, { a: { bb: {} } }],
  ])("%j + %j", (document, patch, result) => {
    const before = JSON.stringify(document);
    expect(mergePatch<unknown>(document, patch)).toEqual(result);
    expect(JSON.stringify(document)).toBe(before);
  });
});

describe("how long something lasted", () => {
  it.each([
    [0, "1 second"],
    [0.58, "35 seconds"],
    [0.99, "59 seconds"],
    [1, "1 minute"],
    [1.4, "1 minute"],
    [1.5, "2 minutes"],
    [12.2, "12 minutes"],
  ])("%d minutes: %s", (minutes, said) => expect(lasting(minutes)).toBe(said));
});

describe("defaults", () => {
  it.each([
    [{ a: 1 }, { a: 2, b: 3 }, { a: 1, b: 3 }],
    [{ p: { x: 1 } }, { p: { x: 0, y: 2 } }, { p: { x: 1, y: 2 } }],
    [{ p: { kind: "cell", text: "1" } }, { p: { kind: "run", tail: "none" } }, { p: { kind: "cell", text: "1" } }],
    [
      { p: null, l: [1] },
      { p: { x: 0 }, l: [2, 3] },
      { p: null, l: [1] },
    ],
  ])("%j over %j", (document, defaults, result) => expect(withDefaults<object>(document, defaults)).toEqual(result));
});

describe("the dial", () => {
  it("knows the pitch class of every side and of its other names", () => {
    expect(TABLES.major_keys.map(pitchClass)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
    expect(["C#", "F♯", "G♯", "C♭", "B♯"].map(pitchClass)).toEqual([1, 6, 8, 11, 0]);
  });

  it("has side 0 at the top and 3 at the right", () => {
    expect(onCircle(0, 10, 50)).toEqual({ x: 50, y: 40 });
    expect(onCircle(3, 10, 50).x).toBeCloseTo(60);
  });

  it("picks and puts away by sound, not by name", () => {
    expect(toggled(["C", "G♯"], 8, TABLES.major_keys)).toEqual(["C"]);
    expect(toggled(["C"], 8, TABLES.major_keys)).toEqual(["C", "A♭"]);
    expect(distinct([0, 0, 5, 0, 5])).toEqual([0, 5]);
  });
});

describe("a list with an order", () => {
  it.each([
    [0, 2, ["b", "c", "a", "d"]],
    [3, 0, ["d", "a", "b", "c"]],
    [1, 1, ["a", "b", "c", "d"]],
    [0, -1, ["a", "b", "c", "d"]],
    [9, 0, ["a", "b", "c", "d"]],
  ])("takes %d to %d", (from, to, after) => {
    expect(moved(["a", "b", "c", "d"], from, to)).toEqual(after);
  });
});
