// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { TABLES } from "../../testing/show";
import { asides, beginAnew, discard, takeUp } from "./asides";
import { keyOf, kept, layOnBench } from "./draftStore";

const titles = () => asides("recipes").map(({ document }) => document.title);
const begun = () => kept<{ title: string }>(keyOf("recipes", undefined))?.document.title;
const at = (place: number) => asides("recipes")[place]?.at ?? "";
const write = (title: string) => layOnBench({ ...TABLES.blank, title });

beforeEach(() => vi.useFakeTimers());
afterEach(() => {
  localStorage.clear();
  vi.useRealTimers();
});

/** A second goes by, so that each has a moment of its own. */
const later = (act: () => void) => {
  vi.advanceTimersByTime(1000);
  act();
};

it("puts aside what is begun, the latest first, and gives it back in exchange", () => {
  beginAnew("recipes");
  expect(titles()).toEqual([]); // nothing was begun
  write("Slipway");
  later(() => beginAnew("recipes"));
  expect([begun(), titles()]).toEqual([undefined, ["Slipway"]]);
  write("Bollard");
  later(() => takeUp("recipes", at(0)));
  expect([begun(), titles()]).toEqual(["Slipway", ["Bollard"]]);
  later(() => takeUp("recipes", "never")); // another tab took it
  expect([begun(), titles()]).toEqual(["Slipway", ["Bollard"]]);
  later(() => beginAnew("recipes"));
  discard("recipes", at(1));
  expect(titles()).toEqual(["Slipway"]);
  expect(asides("changes")).toEqual([]);
});

it("reads nothing from what is broken", () => {
  localStorage.setItem("dodecant.aside.recipes", "{");
  expect(asides("recipes")).toEqual([]);
});
