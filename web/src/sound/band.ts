/** The instruments of the band, synthesised: bass, ride, foot, hats, brushes, drone. */
import * as Tone from "tone";
import type { SoundEvent } from "./schedule";
import { strokes } from "./striking";

const FOOT = 44;
const HAT = 42;
const BRUSH = 39;
const TAP = 38;
const STRONG = 76;

export interface BandVoices {
  play: (event: SoundEvent, seconds: number, time: number) => void;
  silence: () => void;
}

const noise = (decay: number, frequency: number, volume: number) => {
  const filter = new Tone.Filter(frequency, "highpass").toDestination();
  return new Tone.NoiseSynth({
    volume,
    envelope: { attack: 0.001, decay, sustain: 0, release: 0.02 },
  }).connect(filter);
};

/** Make the band; `chords` is the piano that plays them, `click` what counts. */
export function bandVoices(
  chords: (event: SoundEvent, seconds: number, time: number) => void,
  click: (strong: boolean, time: number, gain: number) => void,
): BandVoices {
  const bass = new Tone.MonoSynth({
    volume: -7,
    oscillator: { type: "triangle" },
    filter: { type: "lowpass", Q: 1 },
    filterEnvelope: { attack: 0.005, decay: 0.25, sustain: 0.4, release: 0.2, baseFrequency: 120, octaves: 2.4 },
    envelope: { attack: 0.008, decay: 0.4, sustain: 0.55, release: 0.12 },
  }).toDestination();
  const drone = new Tone.PolySynth(Tone.Synth, {
    volume: -14,
    oscillator: { type: "fatsine", count: 3, spread: 8 },
    envelope: { attack: 0.6, decay: 0.2, sustain: 0.9, release: 0.8 },
  }).toDestination();
  const ride = new Tone.MetalSynth({
    volume: -26,
    envelope: { attack: 0.001, decay: 0.5, release: 0.1 },
    harmonicity: 5.1,
    modulationIndex: 28,
    resonance: 5200,
    octaves: 1.1,
  }).toDestination();
  const drums = new Map([
    [FOOT, { drum: noise(0.05, 6000, -16), beaten: strokes() }],
    [HAT, { drum: noise(0.04, 7500, -16), beaten: strokes() }],
    [BRUSH, { drum: noise(0.22, 2200, -22), beaten: strokes() }],
    [TAP, { drum: noise(0.09, 1500, -18), beaten: strokes() }],
  ]);
  const plucked = strokes();
  const rung = strokes();
  return {
    play: (event, seconds, time) => {
      const now = Tone.immediate();
      const gain = event.gain ?? 0.6;
      if (gain <= 0.01) return;
      switch (event.part) {
        case "bass":
          bass.triggerAttackRelease(
            Tone.Frequency(event.pitch, "midi").toFrequency(),
            seconds * 0.92,
            plucked(time, now),
            gain,
          );
          break;
        case "drone":
          drone.triggerAttackRelease(Tone.Frequency(event.pitch, "midi").toFrequency(), seconds, time, gain);
          break;
        case "chords":
          chords(event, seconds, time);
          break;
        case "click":
          click(event.pitch === STRONG, time, gain);
          break;
        default: {
          const found = drums.get(event.pitch);
          if (found) found.drum.triggerAttackRelease(0.05, found.beaten(time, now), gain);
          else ride.triggerAttackRelease(320, 0.2, rung(time, now), gain);
        }
      }
    },
    silence: () => {
      drone.releaseAll();
      bass.triggerRelease();
    },
  };
}
