import { expect, it } from "vitest";
import type { PlanDay } from "../../api/types";
import { TABLES } from "../../testing/show";
import { exchanged } from "./days";

type Item = PlanDay["items"][number];

const item = (goal: number, key: string, comes: Item["comes"]): Item => ({
  goal,
  key,
  comes,
  title: "",
  kind: "recipe",
  version: 1,
  saved: "",
  minutes: 5,
  tempo: 96,
  why: "",
  degree: "",
  sound: "",
});
const day = (on: string, cap: number, items: Item[]): PlanDay => ({
  day: on,
  items,
  minutes: cap,
  cap,
  pinned: false,
  caution: "",
});

it("two days change places with their minutes and sessions; a look and what mends a slip stay the plan's own", () => {
  const full = day("2026-12-04", 20, [
    item(0, "C", "new"),
    item(1, "F", "again"),
    item(0, "D", "look"),
    item(0, "E", "mend"),
  ]);
  const off = day("2026-12-05", 0, []);
  const before = { day: "2026-12-04", minutes: 5, items: null };
  const other = { day: "2026-12-09", minutes: 5, items: null };
  const plan = { start: "2026-12-01", minutes: [20, 20, 20, 20, 20, 0, 0], days_off: [], goals: [TABLES.fresh.goal] };
  const document = { ...plan, pins: [before, other], tunes: [], school: "until-it-holds" as const, mending: 20 };
  expect(exchanged(document, full, off).pins).toEqual([
    other,
    { day: "2026-12-04", minutes: 0, items: [] },
    {
      day: "2026-12-05",
      minutes: 20,
      items: [
        { goal: 0, key: "C" },
        { goal: 1, key: "F" },
      ],
    },
  ]);
});
