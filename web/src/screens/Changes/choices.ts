/** Choosing sounds for chords: edits of a list of choices, tested without React. */
import type { Chord, ChordChoice, Fit, ScaleChoice } from "../../api/types";

export interface SoundChoice {
  scale: ScaleChoice;
  root: string;
}

const MOST_IN_TURN = 4;

/** The choice a fit stands for. */
export const chosen = (fit: Fit): SoundChoice => ({ scale: fit.scale, root: fit.root });

function put(choices: readonly ChordChoice[], chord: Chord, sounds: SoundChoice[]): ChordChoice[] {
  const others = choices.filter((choice) => choice.chord !== chord.number);
  return [...others, { chord: chord.number, symbol: chord.symbol, sounds }].sort(
    (one, other) => one.chord - other.chord,
  );
}

/** One sound for a chord, in place of what was there. */
export function withSound(choices: readonly ChordChoice[], chord: Chord, sound: SoundChoice): ChordChoice[] {
  return put(choices, chord, [sound]);
}

/** One more sound, to be taken in turn after those the chord has. */
export function withAnother(choices: readonly ChordChoice[], chord: Chord, sound: SoundChoice): ChordChoice[] {
  return put(choices, chord, [...chord.sounds.map(chosen), sound].slice(-MOST_IN_TURN));
}

/** Some chords left to what fits first. */
export function without(choices: readonly ChordChoice[], chords: readonly Chord[]): ChordChoice[] {
  const numbers = new Set(chords.map((chord) => chord.number));
  return choices.filter((choice) => !numbers.has(choice.chord));
}

/** The chords from one to another, either way round. */
export function between(chords: readonly Chord[], one: number, other: number): Chord[] {
  return chords.slice(Math.min(one, other), Math.max(one, other) + 1);
}
