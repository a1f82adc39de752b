/** Notes out of a microphone's sound: one at a time. Pure; the pitch of each moment is found by the McLeod method. */
import { PitchDetector } from "pitchy";

/** A moment: seconds, MIDI number with its fraction (null where there is no tone), how loud it is. */
export interface Moment {
  at: number;
  pitch: number | null;
  level: number;
}

export interface NoteHeard {
  /** Seconds at which it began and, as far as it is known, ended. */
  at: number;
  end: number;
  pitch: number;
}

export const WINDOW = 2048; // frames that are looked at together: three periods of E2 and more
export const HOP = 0.01; // seconds from moment to moment
const CLEAR = 0.86;
const AUDIBLE = 0.004;
const AGREE = 3; // moments that must agree on a pitch
const STRUCK_AGAIN = 1.7; // times as loud as a moment before
const SHORTEST = 0.1; // seconds between two strokes of one pitch: by then the window is full of the first
const GONE = 5; // moments without a tone that end a note

/** Makes moments of windows of sound. */
export function momentsOf(rate: number): (window: Float32Array, at: number) => Moment {
  const detector = PitchDetector.forFloat32Array(WINDOW);
  return (window, at) => {
    const level = Math.sqrt(window.reduce((sum, one) => sum + one * one, 0) / window.length);
    if (level < AUDIBLE) return { at, pitch: null, level };
    const [hertz, clarity] = detector.findPitch(window, rate);
    const heard = clarity >= CLEAR && hertz > 60 && hertz < 2400;
    return { at, pitch: heard ? 69 + 12 * Math.log2(hertz / 440) : null, level };
  };
}

/** Gathers moments to notes as they come. */
export class NotesHeard {
  readonly notes: NoteHeard[] = [];
  private recent: Moment[] = [];
  private silent = 0;

  /** Take one more moment; the note that began with it, if one did. */
  take(moment: Moment): NoteHeard | null {
    this.recent = [...this.recent.slice(-11), moment];
    const current = this.notes.at(-1);
    const sounding = current !== undefined && this.silent < GONE ? current : undefined;
    if (moment.pitch === null) {
      this.silent += 1;
      return null;
    }
    const agreeing = this.recent.slice(-AGREE);
    const pitch = Math.round(moment.pitch);
    const agreed =
      agreeing.length === AGREE &&
      agreeing.every((one) => one.pitch !== null && Math.abs(one.pitch - (moment.pitch ?? 0)) < 0.5);
    if (!agreed) return null;
    const silentBefore = this.silent;
    this.silent = 0;
    const began = agreeing[0]?.at ?? moment.at;
    if (sounding?.pitch === pitch && !this.struckAgain(sounding, moment)) {
      sounding.end = moment.at;
      return null;
    }
    if (sounding === undefined && current?.pitch === pitch && silentBefore < GONE) return null;
    const note = { at: began, end: moment.at, pitch };
    this.notes.push(note);
    return note;
  }

  private struckAgain(sounding: NoteHeard, moment: Moment): boolean {
    const before = this.recent.slice(-8, -2).map(({ level }) => level);
    const softest = Math.min(...before);
    return moment.at - sounding.at > SHORTEST && before.length === 6 && moment.level > STRUCK_AGAIN * softest;
  }
}
