/** Whom the stand can listen to. */
import type { ListeningTo } from "../useStandSetting";

export const LISTENING: { value: ListeningTo; label: string }[] = [
  { value: "nobody", label: "nobody: play along" },
  { value: "microphone", label: "the microphone, one note at a time" },
  { value: "keys", label: "the computer's keys" },
  { value: "midi", label: "a MIDI device" },
  { value: "simulated", label: "a player that is not there, to try it out" },
];
