// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { dayInWords, momentInWords, shortDay } from "./dates";
import { useToday } from "./useToday";

describe("a page that is left open", () => {
  beforeEach(() => void vi.useFakeTimers({ now: new Date(2026, 11, 1, 23, 59, 50) }));
  afterEach(() => void vi.useRealTimers());
  it("is of the new day soon after midnight, or when it is seen again", () => {
    const { result } = renderHook(useToday);
    expect(result.current).toBe("2026-12-01");
    act(() => void vi.advanceTimersByTime(30_000));
    expect(result.current).toBe("2026-12-02");
    vi.setSystemTime(new Date(2026, 11, 3, 8));
    act(() => void document.dispatchEvent(new Event("visibilitychange")));
    expect(result.current).toBe("2026-12-03");
  });
});

describe("days in words", () => {
  it("are written as the reasons of the plan write them, wherever the reader lives", () => {
    expect(dayInWords("2026-12-01")).toBe("Tuesday 1 December");
    expect(shortDay("2026-11-03")).toBe("3 Nov");
    expect(momentInWords("2026-11-03T18:05:00")).toBe("3 Nov, 18:05");
  });
});
