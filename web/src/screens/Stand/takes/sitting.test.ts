import { describe, expect, it } from "vitest";
import type { Improvised, Judged, Rounds } from "../../../api/types";
import { type Happened, type Taken, askedOf, freshSitting, sitting, takenOf, waits } from "./sitting";

const WHOLE: Rounds = { first_bar: 0, last_bar: 0, repeats: 1, root_every: 0 };
const SECOND: Rounds = { ...WHOLE, first_bar: 2, last_bar: 2 };
const slip = { kind: "wrong", of_degree: true, number: "♭7", bar: 2 };
const judgedAs = (clean: boolean) => ({ clean, slips: clean ? [] : [slip] }) as unknown as Judged;
const take = (clean: boolean, bars = WHOLE, strip = 3): Taken => ({
  judged: judgedAs(clean),
  tempo: 96.4,
  strip,
  bars,
});
const judged = (taken: Taken): Happened => ({ what: "judged", taken, whole: WHOLE });
const stopped = (heard: boolean, bar = 2, bars = WHOLE): Happened => ({
  what: "stopped at a slip",
  taken: take(false, bars),
  bar,
  heard,
});
const improvised: Happened = { what: "improvised", report: { sentences: [] } as unknown as Improvised };
const after = (...all: Happened[]) => all.reduce(sitting, freshSitting(WHOLE));

describe("a sitting at the stand", () => {
  it.each<[string, Happened[], number, number]>([
    ["nothing yet", [], 0, 0],
    ["a clean take of all bars", [judged(take(true))], 1, 1],
    ["one with a slip", [judged(take(false))], 1, 0],
    ["one of some bars, though clean", [judged(take(true, SECOND))], 0, 0],
    ["two clean ones", [judged(take(true)), { what: "begun" }, judged(take(true))], 2, 2],
    ["one that was stopped, heard", [stopped(true)], 1, 0],
    ["one that was stopped, unheard", [stopped(false)], 0, 0],
    ["one of the bars it went on from", [stopped(true), stopped(true, 3, SECOND)], 1, 0],
    ["another strip: the ladder begins anew", [judged(take(true)), { what: "another strip", whole: WHOLE }], 0, 1],
  ])("counts takes on the ladder and clean ones: %s", (_, all, made, clean) => {
    const now = after(...all);
    expect([now.made.length, now.clean[3] ?? 0]).toEqual([made, clean]);
    expect(now.made.every(({ tempo }) => tempo === 96)).toBe(true);
  });

  it.each<[string, Happened[], number, number]>([
    ["a slip in bar 2: from there", [stopped(true)], 2, 1],
    ["a slip in bar 1: from the beginning", [stopped(true, 1)], 0, 1],
    ["all clean at last: whole again", [stopped(true), judged(take(true, SECOND))], 0, 0],
    [
      "bars chosen by hand stay after a take",
      [{ what: "bars chosen", bars: SECOND }, judged(take(false, SECOND))],
      2,
      0,
    ],
    [
      "bars chosen by hand end with the strip",
      [
        { what: "bars chosen", bars: SECOND },
        { what: "another strip", whole: WHOLE },
      ],
      0,
      0,
    ],
  ])("knows from which bar on it is practised: %s", (_, all, first, stops) => {
    const now = after(...all);
    expect([now.bars.first_bar, now.stops]).toEqual([first, stops]);
  });

  it("waits after three takes in a row of which nothing was heard, until a hand begins", () => {
    const [a, b, c] = [stopped(false), stopped(false), stopped(false)];
    expect(waits(after(a, b))).toBe(false);
    expect(waits(after(a, b, c))).toBe(true);
    expect(waits(after(a, b, stopped(true), c))).toBe(false);
    expect(waits(after(a, b, c, { what: "begun" }))).toBe(false);
  });

  it("shows a take at its own strip until the next one begins, and asks for its slip once", () => {
    const now = after(judged(take(false)));
    expect([takenOf(now, 3)?.judged.clean, takenOf(now, 4)]).toEqual([false, null]);
    expect(askedOf(now)?.number).toBe("♭7");
    expect(askedOf(sitting(now, { what: "slip named" }))).toBeUndefined();
    expect(takenOf(sitting(now, { what: "slip named" }), 3)).not.toBeNull();
    expect(after(judged(take(false)), { what: "begun" }).phase).toEqual({ at: "ready" });
    expect(after(judged(take(false)), improvised).phase.at).toBe("improvised");
    expect(after(improvised, { what: "slip named" }).phase.at).toBe("improvised");
    expect(askedOf(after(judged(take(true))))).toBeUndefined();
  });
});
