import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { longWork, patiently } from "./jobs";

const ADDRESS = "http://dodecant.test/api/exercises";
const busy = () => new Response("", { status: 503, headers: { "Retry-After": "2" } });
const working = (parts_done: number) =>
  Response.json({ job: "one", state: "working", parts_done, parts: 12 }, { status: 202 });

/** A server that gives these answers, one after the other; what it was asked. */
function serverWith(...answers: (() => Response)[]) {
  const asked: string[] = [];
  vi.stubGlobal("fetch", async (to: Request | string, options?: RequestInit) => {
    const body = to instanceof Request ? ` ${await to.text()}` : "";
    asked.push(`${options?.method ?? "ask"} ${to instanceof Request ? to.url : to}${body}`);
    return (answers.shift() ?? (() => new Response("done")))();
  });
  return asked;
}

const post = (signal?: AbortSignal) => new Request(ADDRESS, { method: "POST", body: "a recipe", signal });

describe("work that takes its time", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it("is asked for again, with its body, when the server has too much to do, and not for ever", async () => {
    const asked = serverWith(busy, busy);
    const answer = patiently(post());
    await vi.advanceTimersByTimeAsync(1999);
    expect(asked).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(2001);
    expect(await (await answer).text()).toBe("done");
    expect(asked).toEqual(Array(3).fill(`ask ${ADDRESS} a recipe`));
    const never = serverWith(...Array<() => Response>(9).fill(busy));
    const refused = patiently(post());
    await vi.advanceTimersByTimeAsync(60_000);
    expect((await refused).status).toBe(503);
    expect(never).toHaveLength(5);
  });

  it("is told of while it is done, and collected", async () => {
    const asked = serverWith(
      () => working(0),
      () => working(5),
    );
    const answer = patiently(post());
    await vi.advanceTimersByTimeAsync(500);
    expect(longWork.now().map(({ parts_done }) => parts_done)).toEqual([5]);
    await vi.advanceTimersByTimeAsync(500);
    expect(await (await answer).text()).toBe("done");
    expect(longWork.now()).toEqual([]);
    expect(asked.slice(1)).toEqual(Array(2).fill("ask /api/jobs/one/answer"));
  });

  it("is stopped when nobody wants it any more, or by hand", async () => {
    for (const byHand of [false, true]) {
      const leaving = new AbortController();
      const asked = serverWith(() => working(0));
      const answer = expect(patiently(post(leaving.signal))).rejects.toThrow(byHand ? "Stopped." : "aborted");
      await vi.advanceTimersByTimeAsync(100);
      if (byHand) longWork.now()[0]?.stop();
      else leaving.abort();
      await answer;
      expect(asked.at(-1)).toBe("DELETE /api/jobs/one");
      expect(longWork.now()).toEqual([]);
    }
  });
});
