import { expect, it } from "vitest";
import { withScales } from "./soundsKinds";

const several = { kind: "several" as const, scales: ["ionian", "dorian", "minor-blues"], roots: ["1", "2", "6"] };

it.each([
  [
    ["dorian", "ionian", "minor-blues"],
    ["2", "1", "6"],
  ],
  [
    ["ionian", "minor-blues"],
    ["1", "6"],
  ],
  [
    ["ionian", "dorian", "minor-blues", "lydian"],
    ["1", "2", "6", "1"],
  ],
])("keeps the root of each scale: %s", (scales, roots) => {
  expect(withScales(several, scales)).toEqual({ kind: "several", scales, roots });
});

it("leaves scales on one tonic there", () => {
  expect(withScales({ ...several, roots: [] }, ["dorian", "ionian"]).roots).toEqual([]);
});
