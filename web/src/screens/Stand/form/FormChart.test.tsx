// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { userEvent } from "@testing-library/user-event";
import { expect, it, vi } from "vitest";
import type { Exercise, FormBar, FreeRule, Strip } from "../../../api/types";
import type { Moment } from "../../../sound/standSchedule";
import { show } from "../../../testing/show";
import { FormChart } from "./FormChart";

const BARS: FormBar[] = [
  { number: 1, section: "A", chords: [{ symbol: "Em7", beat: 0, sounds: ["E Dorian", "E Phrygian"] }] },
  { number: 2, section: "", chords: [] },
  { number: 3, section: "B", chords: [{ symbol: "Fm7", beat: 0, sounds: ["F Dorian", "F Phrygian"] }] },
];
vi.mock("../queries", () => ({ useForm: () => ({ data: BARS, error: null }) }));

const EXERCISE = { recipe: {}, bar: 4 } as unknown as Exercise;
const STRIP = { index: 0, heading: "Pier", formula: "1 2 3" } as unknown as Strip;
const RULE: FreeRule = { kind: "sounds", value: "eighth", unit: 2, sounds: ["dorian", "phrygian"], choruses: 2 };
const at = (place: number, time: number) => ({ place, cue: "", passage: { time } }) as unknown as Moment;

it("shows the chords of the form and the bar that sounds; the sounds of this chorus on demand, never the line", async () => {
  show(<FormChart exercise={EXERCISE} strip={STRIP} rule={RULE} moment={at(9.5, 2)} />);
  const bars = screen.getAllByRole("listitem");
  expect(bars.map((bar) => bar.textContent)).toEqual(["A 1Em7", "2%", "B 3Fm7"]);
  expect(bars.map((bar) => bar.getAttribute("aria-current"))).toEqual([null, null, "step"]);
  expect(screen.queryByText("Chorus 2")).not.toBeNull();
  expect(screen.queryByText("only chosen sounds, one a chorus, 2 choruses")).not.toBeNull();
  await userEvent.click(screen.getByRole("switch", { name: "Sounds under the chords" }));
  expect(screen.queryByText("F Phrygian")).not.toBeNull(); // the second of them, in the second chorus
  expect(screen.queryByText("F Dorian")).toBeNull();
});
