/** Whom the stand can listen to. */
import type { ListeningTo } from "../useStandSetting";

export const LISTENING: { value: ListeningTo; label: string }[] = [
  { value: "nobody", label: "just play along" },
  { value: "microphone", label: "the microphone, one note at a time" },
  { value: "keys", label: "the computer's keys" },
  { value: "midi", label: "a MIDI device" },
  { value: "simulated", label: "demo player" },
];
