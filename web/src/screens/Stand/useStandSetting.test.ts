// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, test } from "vitest";
import { Around } from "../../testing/show";
import { type StandSetting, useStandSetting } from "./useStandSetting";

beforeEach(() => localStorage.clear());

const opened = (wish: Partial<StandSetting> = {}) =>
  renderHook(() => useStandSetting(() => wish), { wrapper: Around }).result;

test("what lies on the stand sets it as long as it lies there; what else is changed stays the player's", () => {
  const given = opened({ curtain: "nothing", climbs: true });
  expect(given.current.setting).toMatchObject({ curtain: "nothing", climbs: true, spoken: false });
  act(() => given.current.set({ curtain: "first", spoken: true }));
  expect(given.current.setting).toMatchObject({ curtain: "first", climbs: true, spoken: true });
  expect(opened().current.setting).toMatchObject({ curtain: "all", climbs: false, spoken: true });
});

test("what nothing on the stand wishes is kept", () => {
  const own = opened();
  act(() => own.current.set({ curtain: "numbers" }));
  expect(opened().current.setting.curtain).toBe("numbers");
  expect(opened({ curtain: "all" }).current.setting.curtain).toBe("all");
});
