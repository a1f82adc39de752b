import { describe, expect, it } from "vitest";
import { TABLES } from "../../testing/show";
import { withoutGoal } from "./goals";

describe("a plan without one of its goals", () => {
  const goal = (title: string, after: number) => ({ ...TABLES.fresh.goal, title, after });
  const pin = (...places: number[]) => ({
    day: "2026-12-01",
    minutes: null,
    items: places.map((place) => ({ goal: place, key: "C" })),
  });
  const plan = {
    start: "2026-12-01",
    minutes: [20, 20, 20, 20, 20, 20, 20],
    days_off: [],
    goals: [goal("a", -1), goal("b", 0), goal("c", 1), goal("d", 2)],
    pins: [pin(0, 1, 3), { day: "2026-12-02", minutes: 5, items: null }],
    tunes: [],
    school: "until-it-holds" as const,
    mending: 20,
  };
  it("is the same plan for what is left: waits and days set by hand name the same goals", () => {
    const left = withoutGoal(plan, 1);
    expect(left.goals.map(({ title, after }) => [title, after])).toEqual([
      ["a", -1],
      ["c", -1],
      ["d", 1],
    ]);
    expect(left.pins.map(({ items }) => items?.map((item) => item.goal) ?? null)).toEqual([[0, 2], null]);
  });
});
