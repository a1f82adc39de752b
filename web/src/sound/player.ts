/** Plays a schedule with Tone.js: a sampled piano and a synthesised click. Loaded when first needed. */
import * as Tone from "tone";
import type { Schedule, SoundEvent } from "./schedule";

const TICKS = 192; // a beat
const SAMPLED = ["C", "D#", "F#", "A"];

/** Every third half step was sampled, from A0 to C8; the sampler fills in the rest. */
function sampleMap(): Record<string, string> {
  const names = Array.from({ length: 7 }, (_, octave) => SAMPLED.map((note) => `${note}${octave + 1}`)).flat();
  return Object.fromEntries(["A0", ...names, "C8"].map((name) => [name, `${name.replace("#", "s")}.mp3`]));
}

let instruments: { piano: Tone.Sampler; click: Tone.MembraneSynth } | undefined;

function voices() {
  if (instruments === undefined) {
    const piano = new Tone.Sampler({
      urls: sampleMap(),
      baseUrl: "/assets/piano/",
      release: 0.6,
      volume: -4,
    }).toDestination();
    const click = new Tone.MembraneSynth({
      pitchDecay: 0.004,
      octaves: 2,
      volume: -10,
      envelope: { attack: 0.001, decay: 0.06, sustain: 0, release: 0.02 },
    }).toDestination();
    instruments = { piano, click };
  }
  return instruments;
}

export interface Listener {
  /** A note begins to sound, or null when the music stops. */
  onNote: (event: SoundEvent | null) => void;
  onEnd: () => void;
}

const ticks = (beat: number) => `${Math.round(beat * TICKS)}i`;

/** Start playing; resolves once the sound is loaded and the transport runs. Must follow a user's gesture. */
export async function play(plan: Schedule, tempo: number, loop: boolean, listener: Listener): Promise<void> {
  await Tone.start();
  const { piano, click } = voices();
  await Tone.loaded();
  const transport = Tone.getTransport();
  reset();
  Tone.getDraw().expiration = 2; // seconds: on a busy machine a late mark is better than none
  transport.PPQ = TICKS;
  transport.bpm.value = tempo;
  for (const event of plan.events) {
    transport.schedule((time) => {
      if (event.kind === "click") {
        click.triggerAttackRelease(event.pitch === 1 ? "G5" : "C5", 0.05, time);
        return;
      }
      const seconds = (event.length * 60) / transport.bpm.value;
      piano.triggerAttackRelease(
        Tone.Frequency(event.pitch, "midi").toNote(),
        seconds * 0.97,
        time,
        event.loud ? 1 : event.soft ? 0.5 : 0.8,
      );
      Tone.getDraw().schedule(() => listener.onNote(event), time);
    }, ticks(event.beat));
  }
  if (loop) {
    transport.setLoopPoints(ticks(plan.start), ticks(plan.end));
    transport.loop = true;
  } else {
    transport.schedule((time) => Tone.getDraw().schedule(() => listener.onEnd(), time), ticks(plan.end));
  }
  transport.start("+0.1");
}

/** Stop at once and forget what was scheduled. */
export function stop(): void {
  reset();
  instruments?.piano.releaseAll();
}

export function setTempo(tempo: number): void {
  Tone.getTransport().bpm.value = tempo;
}

function reset(): void {
  const transport = Tone.getTransport();
  transport.stop();
  transport.cancel(0);
  transport.loop = false;
  transport.position = 0;
  Tone.getDraw().cancel(0);
}
