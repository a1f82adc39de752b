/** Who is listened to. */
import type { Strip } from "../../../api/types";
import { pitchClass } from "../../../parts/music/keys";
import { type Ear, listenToKeys, listenToMicrophone, listenToMidi } from "../../../sound/listening";
import type { ListeningTo } from "../useStandSetting";

/** What the computer's keys play: the lowest row's first degree (MIDI number), and half steps above it. */
export interface KeysPlay {
  tonic: number;
  heights: readonly number[];
}

/** Begin to listen; nothing where nobody is listened to. Throws, in words, where it cannot be. */
export async function earFor(listening: ListeningTo, { tonic, heights }: KeysPlay): Promise<Ear | null> {
  if (listening === "microphone") return listenToMicrophone();
  if (listening === "midi") return listenToMidi();
  if (listening === "keys") return listenToKeys(tonic, heights);
  return null;
}

/** What the keys play of a strip: the degrees of its sound. */
export const keysOf = (strip: Strip): KeysPlay => ({ tonic: lowest(strip), heights: heightsOf(strip) });

/** Half steps of a strip's sound above its root, by the notes it has. */
function heightsOf(strip: Strip): number[] {
  const root = pitchClass(strip.sounding.tonic);
  const heights = strip.bars.flatMap((bar) => bar.notes.map((note) => (note.sounding.midi - root + 120) % 12));
  return [...new Set(heights)].sort((one, other) => one - other);
}

/** The root at or below the lowest note of a strip. */
function lowest(strip: Strip): number {
  const low = Math.min(...strip.bars.flatMap((bar) => bar.notes.map((note) => note.sounding.midi)));
  return low - ((low - pitchClass(strip.sounding.tonic) + 120) % 12);
}
