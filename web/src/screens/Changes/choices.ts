/** Choosing sounds for chords: edits of a list of choices, tested without React. */
import type { Chord, ChordChoice, Fit, ScaleChoice } from "../../api/types";
import { degreeBetween } from "../../parts/keys";

export interface SoundChoice {
  scale: ScaleChoice;
  root: string;
}

const MOST_IN_TURN = 4;

/** The choice a fit stands for. */
export const chosen = (fit: Fit): SoundChoice => ({ scale: fit.scale, root: fit.root });

/** A sound on a tonic, as a choice for a chord. */
export function onTonic(chord: Chord, tonic: string, scale: ScaleChoice): SoundChoice {
  return { scale, root: degreeBetween(chord.root, tonic) };
}

function put(choices: readonly ChordChoice[], chord: Chord, sounds: SoundChoice[]): ChordChoice[] {
  const others = choices.filter((choice) => choice.chord !== chord.number);
  return [...others, { chord: chord.number, symbol: chord.symbol, sounds }].sort((one, other) => one.chord - other.chord);
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

/** One sound laid across several chords; N.C. takes none. */
export function laidOver(choices: readonly ChordChoice[], chords: readonly Chord[], tonic: string, scale: ScaleChoice): ChordChoice[] {
  return chords
    .filter((chord) => chord.root !== "")
    .reduce<ChordChoice[]>((done, chord) => withSound(done, chord, onTonic(chord, tonic, scale)), [...choices]);
}

/** The chords from one to another, either way round. */
export function between(chords: readonly Chord[], one: number, other: number): Chord[] {
  return chords.slice(Math.min(one, other), Math.max(one, other) + 1);
}
