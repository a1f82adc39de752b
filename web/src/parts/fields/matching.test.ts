import { describe, expect, it } from "vitest";
import { TABLES } from "../../testing/show";
import { scaleOptions } from "../music/scales";
import { matching } from "./matching";

const found = (search: string, limit = Infinity) =>
  matching({ options: scaleOptions(TABLES), search, limit }).flatMap((option) =>
    "group" in option ? option.items.map(({ value }) => value) : [option.value],
  );

describe("a list of scales", () => {
  it.each([
    ["lydian b7", "lydian-dominant"],
    ["Lydian flat 7", "lydian-dominant"],
    ["locrian #2", "locrian-natural-2"],
    ["Locrian sharp 2", "locrian-natural-2"],
    ["pentatonic minor", "minor-pentatonic"],
    ["super locrian", "super-locrian"],
    ["half whole", "half-whole"],
    ["1 2 b3 4 5 6 b7", "dorian"],
  ])("finds %s", (typed, id) => {
    expect(found(typed)).toContain(id);
  });
  it("holds only what has every word, no more than asked for, and all when nothing is typed", () => {
    expect(found("blues dorian")).toEqual([]);
    expect(found("lydian", 2)).toHaveLength(2);
    expect(found("")).toHaveLength(TABLES.scales.length);
  });
});
