import { describe, expect, it } from "vitest";
import { oneByOne } from "./oneByOne";

const turns = async (count: number) => {
  for (let turn = 0; turn < count; turn += 1) await Promise.resolve();
};

describe("work one by one", () => {
  it("takes the nearest first, as it is when its turn comes, and leaves out what nobody waits for", async () => {
    let eye = 0;
    const line = oneByOne((place) => Math.abs(place - eye));
    const done: number[] = [];
    const gates = new Map<number, () => void>();
    const leave = new AbortController();
    const ask = (place: number, signal = new AbortController().signal) =>
      line(place, signal, () => {
        done.push(place);
        return new Promise<void>((resolve) => gates.set(place, resolve));
      });
    const all = [ask(3), ask(1), ask(11), ask(2, leave.signal), ask(10)];
    const left = expect(all[3]).rejects.toBeDefined();
    await turns(2);
    expect(done).toEqual([1]);
    eye = 11; // a jump to the end while the first is at work
    leave.abort();
    for (const place of [1, 11, 10, 3]) {
      gates.get(place)?.();
      await turns(4);
    }
    await left;
    expect(done).toEqual([1, 11, 10, 3]);
  });

  it("goes on after a failure", async () => {
    const line = oneByOne(() => Infinity);
    const { signal } = new AbortController();
    const fails = line(0, signal, () => Promise.reject(new Error("no")));
    const works = line(1, signal, () => Promise.resolve("yes"));
    await expect(fails).rejects.toThrow("no");
    await expect(works).resolves.toBe("yes");
  });
});
