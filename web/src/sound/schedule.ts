/** What sounds when: pure arithmetic from an exercise to a list of events. Time is in beats from the start. */
import type { BandPart, Exercise, Sounding, Strip, Worked } from "../api/types";

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
  kind: "note" | "click" | "band";
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
  /** Whether it sounds beside the line. */
  soft?: boolean;
  /** Who of the band plays it. */
  part?: BandPart;
  /** How loud, from 0 to 1, where it is not as its kind usually is. */
  gain?: number;
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

/** Lay out a count-in of one bar, the strips in order, and a click on every beat (or group of a compound metre). */
export function schedule(exercise: Exercise, options: Options): Schedule {
  const { bar, groups } = exercise;
  const start = options.countIn ? bar : 0;
  const events: SoundEvent[] = [];
  const strips = options.loop
    ? exercise.strips.slice(options.from, options.from + 1)
    : exercise.strips.slice(options.from);
  if (options.countIn) events.push(...clicks(0, 0, bar, groups, options.from));
  let begin = start;
  for (const strip of strips) {
    for (const { start: from, end: to } of strip.played) {
      const first = begin - from;
      if (options.click) events.push(...clicks(first, from, to, groups, strip.index));
      const sounding = [...notes(strip, first), ...beside(strip, first)];
      events.push(...within(sounding, begin, begin + to - from));
      begin += to - from;
    }
  }
  events.sort((one, other) => one.beat - other.beat);
  return { events, start, end: begin };
}

/** What of some events sounds between two beats. */
export function within(events: readonly SoundEvent[], from: number, to: number): SoundEvent[] {
  const there = events.filter(({ beat, length }) => beat < to && beat + length > from);
  return there.map((event) => {
    const beat = Math.max(event.beat, from);
    return { ...event, beat, length: Math.min(event.beat + event.length, to) - beat };
  });
}

/** Chords as they are played, with a click on every quarter note if it is wanted; each marks its chord. */
export function chordSchedule(playing: Worked["playing"], click: boolean): Schedule {
  const end = Math.max(0, ...playing.map((chord) => chord.start + chord.length));
  const events = playing.flatMap(({ chord, start, length, pitches }) =>
    pitches.map((pitch) => ({ beat: start, kind: "note" as const, length, pitch, strip: 0, id: `chord-${chord}` })),
  );
  if (click)
    events.push(
      ...(clicks(
        0,
        0,
        end,
        Array.from({ length: Math.ceil(end) }, () => 1),
        0,
      ) as typeof events),
    );
  events.sort((one, other) => one.beat - other.beat);
  return { events, start: 0, end };
}

/** A sound as it is heard; notes mark their step. */
export function soundingSchedule(soundings: readonly Sounding[]): Schedule {
  const end = Math.max(0, ...soundings.map((one) => one.start + one.length));
  const events = soundings.flatMap(({ start, length, pitches, step }) =>
    pitches.map((pitch) => ({
      beat: start,
      kind: "note" as const,
      length,
      pitch,
      strip: 0,
      id: step === null ? "" : `step-${step}`,
    })),
  );
  return { events, start: 0, end };
}

/** A click on every group of every bar between two places; `first` is where the first barline falls. */
export function clicks(
  first: number,
  from: number,
  to: number,
  groups: readonly number[],
  strip: number,
): SoundEvent[] {
  const found: SoundEvent[] = [];
  for (let place = 0, group = 0; place < to; place += groups[group % groups.length] ?? 1, group += 1) {
    if (place >= from)
      found.push({
        beat: first + place,
        kind: "click",
        length: 0.1,
        pitch: group % groups.length === 0 ? 1 : 0,
        strip,
        id: "",
      });
  }
  return found;
}

/** What sounds beside a strip. */
export function beside(strip: Strip, begin: number): SoundEvent[] {
  return strip.companions.flatMap(({ chords }) =>
    chords.flatMap(({ sounds_at, sounds_for, pitches }) =>
      pitches.map(({ midi }) => ({
        beat: begin + sounds_at,
        kind: "note" as const,
        length: sounds_for,
        pitch: midi,
        strip: strip.index,
        id: "",
        soft: true,
      })),
    ),
  );
}

export function notes(strip: Strip, begin: number): SoundEvent[] {
  return strip.bars.flatMap((bar) =>
    bar.notes.flatMap((note) => {
      const struck = {
        beat: begin + note.sounds_at,
        kind: "note" as const,
        length: note.sounds_for,
        strip: strip.index,
        loud: note.accent,
      };
      return [
        { ...struck, pitch: note.sounding.midi, id: note.id },
        ...note.lower_tones.map(({ midi }) => ({ ...struck, pitch: midi, id: "" })),
      ];
    }),
  );
}
