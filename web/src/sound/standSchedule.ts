/** What sounds at the stand: count-in, the line or its place left open, and the band. Pure; time is in beats. */
import type { Backing, Band, Exercise, Strip } from "../api/types";
import { type Schedule, type SoundEvent, beside, clicks, notes, within } from "./schedule";

export interface StandOptions {
  /** Index of the strip to begin with, and how many are played. */
  from: number;
  count: number;
  backing: Backing;
  /** Whether the line itself is heard. */
  line: boolean;
}

export interface StandPlan extends Schedule {
  /** Where each strip begins, in beats, in order. */
  strips: { index: number; start: number; end: number }[];
}

/** Beats of a count-in. */
export function countedIn(exercise: Pick<Exercise, "bar" | "groups">, wanted: Backing["count_in"]): number {
  const { bar, groups } = exercise;
  const last = groups.slice(-2).reduce((sum, group) => sum + group, 0);
  return { none: 0, "one-bar": bar, "two-bars": 2 * bar, "two-beats": last }[wanted];
}

/** Lay out the count-in and some strips with the band under them. */
export function standSchedule(exercise: Exercise, bands: readonly Band[], options: StandOptions): StandPlan {
  const { bar, groups } = exercise;
  const { backing } = options;
  const start = countedIn(exercise, backing.count_in);
  const bars = Math.ceil(start / bar) * bar;
  const counted = clicks(start - bars, bars - start, bars, groups, options.from);
  const events: SoundEvent[] = counted.map((click) => ({ ...click, gain: backing.clicks / 100 }));
  const strips: StandPlan["strips"] = [];
  let begin = start;
  for (const strip of exercise.strips.slice(options.from, options.from + options.count)) {
    const first = begin;
    for (const { start: from, end: to } of strip.played) {
      const sounding = [
        ...(options.line ? line(strip, begin - from, backing) : []),
        ...band(bands, strip, begin - from, backing),
      ];
      events.push(...within(sounding, begin, begin + to - from));
      begin += to - from;
    }
    strips.push({ index: strip.index, start: first, end: begin });
  }
  events.sort((one, other) => one.beat - other.beat);
  return { events, start, end: begin, strips };
}

function line(strip: Strip, first: number, { line: level }: Backing): SoundEvent[] {
  return [...notes(strip, first), ...beside(strip, first)].map((event) => ({ ...event, gain: level / 100 }));
}

function band(bands: readonly Band[], strip: Strip, first: number, backing: Backing): SoundEvent[] {
  const found = bands.find((one) => one.strip === strip.index);
  const levels = { click: backing.clicks, drone: backing.drone };
  return (found?.events ?? []).map(({ part, at, lasts, pitch, loud }) => ({
    beat: first + at,
    kind: "band",
    length: lasts,
    pitch,
    strip: strip.index,
    id: "",
    part,
    gain: (loud * (part in levels ? levels[part as keyof typeof levels] : backing.band)) / 100,
  }));
}

/** The bars that are left in a strip at a beat, the one that sounds among them. */
export function barsLeft(plan: StandPlan, beat: number, bar: number): number | null {
  const now = plan.strips.find(({ start, end }) => start <= beat && beat < end);
  return now === undefined ? null : Math.ceil((now.end - beat) / bar - 1e-6);
}
