/** What sounds when: pure arithmetic from an exercise to a list of events. Time is in beats from the start. */
import type { Exercise, Sounding, Strip, Worked } from "../api/types";

export interface Options {
  /** Index of the strip to begin with. */
  from: number;
  /** Play only that strip, again and again. */
  loop: boolean;
  countIn: boolean;
  click: boolean;
}

export interface SoundEvent {
  beat: number;
  kind: "note" | "click";
  /** Length in beats. */
  length: number;
  /** MIDI number; for a click, 1 on the first beat of a bar and 0 elsewhere. */
  pitch: number;
  /** Strip the event belongs to. */
  strip: number;
  /** Note id in the score, for notes. */
  id: string;
  /** Whether a note is accented. */
  loud?: boolean;
}

export interface Schedule {
  events: SoundEvent[];
  /** Beat at which the music (after the count-in) begins. */
  start: number;
  /** Beat at which it ends, or comes round again. */
  end: number;
}

/** Read an exact fraction of a beat such as "7/2". */
export function beats(text: string): number {
  const [over = "0", under = "1"] = text.split("/");
  return Number(over) / Number(under);
}

/** Lay out a count-in of one bar, the strips in order, and a click on every beat. */
export function schedule(exercise: Exercise, options: Options): Schedule {
  const { swing, swings } = exercise.recipe.placement;
  const bar = exercise.beats;
  const start = options.countIn ? bar : 0;
  const events: SoundEvent[] = [];
  const strips = options.loop ? exercise.strips.slice(options.from, options.from + 1) : exercise.strips.slice(options.from);
  if (options.countIn) events.push(...clicks(0, bar, bar, options.from));
  let begin = start;
  for (const strip of strips) {
    const length = strip.bars.length * bar;
    if (options.click) events.push(...clicks(begin, length, bar, strip.index));
    events.push(...notes(strip, begin, (place) => swung(place, swing, swings)));
    begin += length;
  }
  events.sort((one, other) => one.beat - other.beat);
  return { events, start, end: begin };
}

/** Chords as they are played, with a click on every quarter note if it is wanted; each marks its chord. */
export function chordSchedule(playing: Worked["playing"], click: boolean): Schedule {
  const end = Math.max(0, ...playing.map((chord) => chord.start + chord.length));
  const events = playing.flatMap(({ chord, start, length, pitches }) =>
    pitches.map((pitch) => ({ beat: start, kind: "note" as const, length, pitch, strip: 0, id: `chord-${chord}` })),
  );
  if (click) events.push(...(clicks(0, Math.ceil(end), Math.ceil(end), 0) as typeof events));
  events.sort((one, other) => one.beat - other.beat);
  return { events, start: 0, end };
}

/** A sound as it is heard; notes mark their step. */
export function soundingSchedule(soundings: readonly Sounding[]): Schedule {
  const end = Math.max(0, ...soundings.map((one) => one.start + one.length));
  const events = soundings.flatMap(({ start, length, pitches, step }) =>
    pitches.map((pitch) => ({ beat: start, kind: "note" as const, length, pitch, strip: 0, id: step === null ? "" : `step-${step}` })),
  );
  return { events, start: 0, end };
}

function clicks(begin: number, length: number, bar: number, strip: number): SoundEvent[] {
  return Array.from({ length }, (_, beat) => ({
    beat: begin + beat,
    kind: "click",
    length: 0.1,
    pitch: beat % bar === 0 ? 1 : 0,
    strip,
    id: "",
  }));
}

/** Where a place sounds: of each beat (or half beat) the first half takes `swing` hundredths; triplets stay. */
export function swung(place: number, swing: number, level: "eighth" | "sixteenth"): number {
  const unit = level === "eighth" ? 1 : 0.5;
  const share = swing / 100;
  const pair = Math.floor(place / unit);
  const into = place / unit - pair;
  if (swing === 50 || !Number.isInteger(place * 4)) return place;
  return unit * (pair + (into <= 0.5 ? into * 2 * share : share + (into - 0.5) * 2 * (1 - share)));
}

function notes(strip: Strip, begin: number, sounds: (place: number) => number): SoundEvent[] {
  return strip.bars.flatMap((bar) =>
    bar.notes.map((note) => {
      const start = sounds(beats(note.start));
      return {
        beat: begin + start,
        kind: "note",
        length: sounds(beats(note.start) + beats(note.length)) - start,
        pitch: note.sounding.midi,
        strip: strip.index,
        id: note.id,
        loud: note.accent,
      };
    }),
  );
}
