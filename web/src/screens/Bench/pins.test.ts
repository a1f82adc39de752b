import { expect, test } from "vitest";
import type { Fingering } from "../../api/types";
import { withPins } from "./pins";

const PIN = { note: 5, degree: "", string: 0, finger: "1", key: "" };
const KEYS = { kind: "keyboard", pins: [], pins_hold: "every-key" } as unknown as Fingering;

test.each<[string, Fingering, Partial<typeof PIN>, string | undefined]>([
  ["the first pin is carried", KEYS, {}, "idea"],
  ["one for a key by name is not", KEYS, { key: "E♭" }, "every-key"],
  ["what was chosen stays", { ...KEYS, pins: [PIN] }, { note: 6 }, "every-key"],
  ["valves have no idea to carry", { kind: "valves", pins: [] } as unknown as Fingering, {}, undefined],
])("%s", (_, fingering, pin, hold) => {
  const put = withPins(fingering, [...fingering.pins, { ...PIN, ...pin }]);
  expect(put.pins).toHaveLength(fingering.pins.length + 1);
  expect("pins_hold" in put ? put.pins_hold : undefined).toBe(hold);
});
