import { describe, expect, it } from "vitest";
import { type Steps, back, begun, forth, laidOver, partChanged, stepped } from "./steps";

interface Recipe {
  title: string;
  figure: { kind: string; text: string };
  rules: number[];
}
const START: Recipe = { title: "", figure: { kind: "cell", text: "1 2" }, rules: [] };

/** A seeded stream of numbers below 1 (mulberry32). */
function stream(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

function anyChange(recipe: Recipe, chance: () => number): Recipe {
  const many = Math.floor(chance() * 1000);
  if (chance() < 0.3) return { ...recipe, title: `Pier ${many}` };
  if (chance() < 0.5) return { ...recipe, figure: { ...recipe.figure, text: `1 ${many}` } };
  if (chance() < 0.5) return { ...recipe, figure: { kind: `kind ${many}`, text: "" } };
  return { ...recipe, rules: [...recipe.rules, many] };
}

describe("steps", () => {
  it.each([1, 2, 3, 4, 5])("undo through twenty changes brings back the same bytes, and redo too (seed %d)", (seed) => {
    const chance = stream(seed);
    const texts = [JSON.stringify(START)];
    let steps: Steps<Recipe> = begun(START);
    for (let n = 1; n <= 20; n += 1) {
      steps = stepped(steps, anyChange(steps.now, chance), n * 1000);
      if (JSON.stringify(steps.now) !== texts.at(-1)) texts.push(JSON.stringify(steps.now));
    }
    for (const text of texts.toReversed()) {
      expect(JSON.stringify(steps.now)).toBe(text);
      steps = back(steps);
    }
    expect(steps.past).toEqual([]);
    expect(JSON.stringify(back(steps).now)).toBe(texts[0]);
    for (const text of texts) {
      expect(JSON.stringify(steps.now)).toBe(text);
      steps = forth(steps);
    }
  });

  it.each([
    [{ ...START, title: "P" }, "title"],
    [{ ...START, figure: { kind: "cell", text: "1 3" } }, "figure.text"],
    [{ ...START, figure: { kind: "run", text: "" } }, ""],
    [{ ...START, rules: [1] }, ""],
    [{ ...START, figure: { ...START.figure } }, null],
  ])("tells which part changed: %j", (next, part) => expect(partChanged(START, next)).toBe(part));

  it("takes what is typed without a pause as one step, and a pause or another field as the next", () => {
    const typed = (text: string) => ({ ...START, figure: { kind: "cell", text } });
    let steps = stepped(begun(START), typed("1 3"), 0);
    steps = stepped(steps, typed("1 3 5"), 700);
    expect(steps.past).toEqual([START]);
    steps = stepped(steps, typed("1 3 5 7"), 1600);
    expect(steps.past).toHaveLength(2);
    steps = stepped(steps, { ...steps.now, title: "Pier" }, 1650);
    expect(steps.past).toHaveLength(3);
    expect(stepped(steps, { ...steps.now }, 1700).past).toHaveLength(3);
    expect(stepped(back(steps), START, 9000).future).toEqual([]);
    for (let n = 0; n < 150; n += 1) steps = stepped(steps, { ...steps.now, rules: [n] }, 0);
    expect(steps.past).toHaveLength(100);
  });

  it("lays another document over the one at hand, which comes back", () => {
    const typed = stepped(begun(START), { ...START, title: "Pier" }, 0);
    const laid = laidOver(typed, { ...START, title: "Laid" });
    expect(stepped(laid, { ...START, title: "Laid down" }, 1).past).toHaveLength(3); // typing goes on in no step before
    expect(back(laid).now.title).toBe("Pier");
    expect(forth(back(laid))).toEqual(laid);
  });
});
