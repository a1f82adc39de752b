/** What sounds at the stand: count-in, the line or its place left open, and the band. Pure; time is in beats. */
import type { Backing, Band, Exercise, Passage, Strip } from "../api/types";
import { type Schedule, type SoundEvent, beside, clicks, notes, within } from "./schedule";

export interface StandOptions {
  /** Index of the strip to begin with, and how many are played. */
  from: number;
  count: number;
  backing: Backing;
  /** Whether the line itself is heard. */
  line: boolean;
}

/** A passage in time: from which beat to which, and where in its strip it begins. */
export interface PlacedPassage extends Pick<Passage, "role" | "time"> {
  strip: number;
  start: number;
  end: number;
  from: number;
}

export interface StandPlan extends Schedule {
  /** Where each strip begins, in beats, in order. */
  strips: { index: number; start: number; end: number }[];
  passages: PlacedPassage[];
  /** Where sections begin, in beats, in order. */
  sections: { at: number; name: string }[];
}

/** Lay out the count-in and some strips with the band under them, as each is gone through. */
export function standSchedule(exercise: Exercise, bands: readonly Band[], options: StandOptions): StandPlan {
  const { bar, groups } = exercise;
  const { backing } = options;
  const start = bands[0]?.count_in ?? bar;
  const bars = Math.ceil(start / bar) * bar;
  const counted = clicks(start - bars, bars - start, bars, groups, options.from);
  const events: SoundEvent[] = counted.map((click) => ({ ...click, gain: backing.clicks / 100 }));
  const strips: StandPlan["strips"] = [];
  const passages: PlacedPassage[] = [];
  const sections: StandPlan["sections"] = [];
  let begin = start;
  for (const strip of exercise.strips.slice(options.from, options.from + options.count)) {
    const first = begin;
    const under = bands.find((one) => one.strip === strip.index);
    for (const passage of under?.passages ?? whole(strip)) {
      const { start: from, end: to, role, time } = passage;
      const end = begin + to - from;
      const sounding = [
        ...line(strip, begin - from, passage, options),
        ...(under ? band(under, begin - from, backing) : []),
      ];
      events.push(...within(sounding, begin, end));
      passages.push({ strip: strip.index, start: begin, end, from, role, time });
      const here = (under?.sections ?? []).filter(({ at }) => from <= at && at < to);
      sections.push(...here.map(({ at, name }) => ({ at: begin - from + at, name })));
      begin = end;
    }
    strips.push({ index: strip.index, start: first, end: begin });
  }
  events.sort((one, other) => one.beat - other.beat);
  return { events, start, end: begin, strips, passages, sections };
}

/** The strip as it stands, until the server has told how it is gone through. */
function whole(strip: Strip): Passage[] {
  return strip.played.map((one) => ({ ...one, role: "line", time: 1, held: null }));
}

function line(strip: Strip, first: number, { role, held, start, end }: Passage, options: StandOptions): SoundEvent[] {
  const gain = options.backing.line / 100;
  if (role === "root" && held !== null) {
    const root = { beat: first + start, kind: "note" as const, length: end - start, pitch: held, strip: strip.index };
    return [{ ...root, id: "", gain }];
  }
  if (role === "free" || role === "answer" || (role === "line" && !options.line)) return [];
  return [...notes(strip, first), ...beside(strip, first)].map((event) => ({ ...event, gain }));
}

function band(under: Band, first: number, backing: Backing): SoundEvent[] {
  const levels = { click: backing.clicks, drone: backing.drone };
  return under.events.map(({ part, at, lasts, pitch, loud }) => ({
    beat: first + at,
    kind: "band",
    length: lasts,
    pitch,
    strip: under.strip,
    id: "",
    part,
    gain: (loud * (part in levels ? levels[part as keyof typeof levels] : backing.band)) / 100,
  }));
}

/** Where one is: the passage that sounds, the bars left in its section, and what comes within a bar. */
export interface Moment {
  passage: PlacedPassage;
  /** Where in its strip, in quarter notes from the first barline. */
  place: number;
  left: number;
  /** The section that begins next, or whose turn it is. */
  cue: string;
}

const TURNS: Partial<Record<Passage["role"], string>> = { call: "The call", answer: "Your answer", root: "The root" };

/** The moment of a beat; null before the first and after the last. */
export function momentAt(plan: StandPlan, beat: number, bar: number): Moment | null {
  const passage = plan.passages.find(({ start, end }) => start <= beat && beat < end);
  const strip = plan.strips.find(({ start, end }) => start <= beat && beat < end);
  if (passage === undefined || strip === undefined) return null;
  const section = plan.sections.find(({ at }) => at > beat && at < strip.end);
  const end = section?.at ?? strip.end;
  const following = plan.passages[plan.passages.indexOf(passage) + 1];
  const turn = following && following.role !== passage.role && following.start - beat <= bar && TURNS[following.role];
  const cue = turn ?? (section && section.at - beat <= bar ? section.name : "");
  const place = passage.from + beat - passage.start;
  return { passage, place, left: Math.ceil((end - beat) / bar - 1e-6), cue: cue || "" };
}
