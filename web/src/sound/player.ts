/** Plays a schedule with Tone.js: a sampled piano and a synthesised click. Loaded when the page has time, or needed. */
import * as Tone from "tone";
import { type BandVoices, bandVoices } from "./band";
import type { Schedule, SoundEvent } from "./schedule";
import { isOver, strokes } from "./striking";

const TICKS = 192; // a beat
const SAMPLED = { C: 0, "D#": 3, "F#": 6, A: 9 };

/** Every third half step was sampled, from A0 to C8; the sampler fills in the rest. MIDI number and file of each. */
const SAMPLES: readonly (readonly [midi: number, file: string])[] = [
  [21, "A0.mp3"],
  ...Array.from({ length: 7 }, (_, octave) =>
    Object.entries(SAMPLED).map(
      ([name, above]) => [12 * (octave + 2) + above, `${name.replace("#", "s")}${octave + 1}.mp3`] as const,
    ),
  ).flat(),
  [108, "C8.mp3"],
];

const SOUNDS = "/assets/piano/";
const FIRST = 12; // beats whose samples are waited for; the others come while it plays
const PATIENCE = 120; // ms: what is not there by then is bridged by a quiet synthetic piano
/** Seconds that are scheduled ahead once it runs, so that a busy page does not make it stumble. */
const AHEAD = 0.45;
const AT_THE_START = 0.04;
const CLICK = -10; // decibels
const SILENT = -100;

interface Voices {
  piano: Tone.Sampler;
  bridge: Tone.PolySynth;
  click: Tone.MembraneSynth;
  band: BandVoices | undefined;
  loaded: Set<number>;
  asked: Map<number, Promise<void>>;
}

let instruments: Voices | undefined;
/** Up to where the clock has looked ahead, in its seconds. */
let lookedUntil = 0;
const ticked = strokes();

function voices(): Voices {
  instruments ??= {
    piano: new Tone.Sampler({ release: 0.6, volume: -4 }).toDestination(),
    bridge: new Tone.PolySynth(Tone.Synth, {
      volume: -16,
      oscillator: { type: "triangle" },
      envelope: { attack: 0.004, decay: 0.5, sustain: 0.15, release: 0.3 },
    }).toDestination(),
    click: new Tone.MembraneSynth({
      pitchDecay: 0.004,
      octaves: 2,
      volume: CLICK,
      envelope: { attack: 0.001, decay: 0.06, sustain: 0, release: 0.02 },
    }).toDestination(),
    band: undefined,
    loaded: new Set(),
    asked: new Map(),
  };
  return instruments;
}

const sampled = ({ kind, part }: SoundEvent) => kind === "note" || part === "chords";

/** Strike a tone on the piano, or on what bridges it. */
function strike(held: Voices, event: SoundEvent, seconds: number, time: number, velocity: number): void {
  const voice = held.loaded.has(sampleFor(event.pitch)[0]) ? held.piano : held.bridge;
  voice.triggerAttackRelease(Tone.Frequency(event.pitch, "midi").toNote(), seconds * 0.97, time, velocity);
}

function clicked(held: Voices, strong: boolean, time: number, gain: number): void {
  held.click.triggerAttackRelease(strong ? "G5" : "C5", 0.05, ticked(time, Tone.immediate()), gain);
}

/** The band, made when it first plays. */
function bandOf(held: Voices): BandVoices {
  held.band ??= bandVoices(
    (event, seconds, time) => strike(held, event, seconds, time, event.gain ?? 0.5),
    (strong, time, gain) => clicked(held, strong, time, gain),
  );
  return held.band;
}

/** Let an event sound, for so many seconds. */
function sound(held: Voices, event: SoundEvent, seconds: number, time: number): void {
  if (event.kind === "click") clicked(held, event.pitch === 1, time, event.gain ?? 1);
  else if (event.kind === "band") bandOf(held).play(event, seconds, time);
  else {
    const velocity = (event.loud ? 1 : event.soft ? 0.5 : 0.8) * (event.gain ?? 1);
    if (velocity > 0.01) strike(held, event, seconds, time, velocity);
  }
}

/** Load one sample; it is asked for once. */
function load({ piano, loaded, asked }: Voices, [midi, file]: readonly [number, string]): Promise<void> {
  const known = asked.get(midi);
  if (known) return known;
  const coming = new Promise<void>((done, failed) => {
    const buffer = new Tone.ToneAudioBuffer(
      `${SOUNDS}${file}`,
      () => {
        piano.add(Tone.Frequency(midi, "midi").toNote(), buffer);
        loaded.add(midi);
        done();
      },
      (error) => {
        asked.delete(midi); // to be tried again
        failed(error);
      },
    );
  });
  asked.set(midi, coming);
  return coming;
}

/** The sample a pitch is played with. */
function sampleFor(pitch: number) {
  return SAMPLES.reduce((best, one) => (Math.abs(one[0] - pitch) < Math.abs(best[0] - pitch) ? one : best));
}

/** The samples for the first beats of a plan. */
function firstOf(plan: Schedule) {
  const begin = plan.events.find(sampled)?.beat ?? 0;
  const early = plan.events.filter((event) => sampled(event) && event.beat < begin + FIRST);
  return [...new Set(early.map(({ pitch }) => sampleFor(pitch)))];
}

/** All the samples a plan takes, one after another: decoding many at once would hold the page up. */
async function loadOthers(plan: Schedule, held: Voices): Promise<void> {
  const wanted = new Set(plan.events.filter(sampled).map(({ pitch }) => sampleFor(pitch)));
  for (const one of wanted) await load(held, one).catch(() => undefined);
}

const pause = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));

/** Fetch the first sounds of a plan before anybody presses Play: into the browser's cache, with no audio begun. */
export function prepare(plan: Schedule): void {
  for (const [, file] of firstOf(plan)) void fetch(`${SOUNDS}${file}`).catch(() => undefined);
}

export interface Listener {
  /** A note begins to sound, or null when the music stops. */
  onNote: (event: SoundEvent | null) => void;
  onEnd: () => void;
}

const LEAD = 0.01; // seconds of silence before the first beat: now and then the clock passes over its very first tick

export interface Begun {
  /** When the first beat is heard, in milliseconds of the page's clock. */
  at: number;
  /** Milliseconds since the first beat by the clock of the sound, which a busy machine may hold up. */
  sounded: () => number;
}

/** Start playing; resolves once the sound is loaded and the transport runs. Must follow a user's gesture. */
export async function play(plan: Schedule, tempo: number, loop: boolean, listener: Listener): Promise<Begun> {
  await Tone.start();
  const held = voices();
  const first = Promise.all(firstOf(plan).map((one) => load(held, one)));
  await Promise.race([first, pause(PATIENCE)]);
  void first.catch(() => undefined).then(() => loadOthers(plan, held));
  const transport = Tone.getTransport();
  reset();
  Tone.getDraw().expiration = 10; // seconds: on a busy machine a late mark is better than none
  transport.PPQ = TICKS;
  transport.bpm.value = tempo;
  const second = (tempo * TICKS) / 60; // in ticks
  const lead = Math.ceil(LEAD * second);
  const ticks = (beat: number) => `${Math.round(beat * TICKS) + lead}i`;
  for (const event of plan.events) {
    transport.schedule((time) => {
      if (!isOver(time, Tone.immediate())) sound(held, event, (event.length * 60) / transport.bpm.value, time);
      if (event.kind === "note") Tone.getDraw().schedule(() => listener.onNote(event), time);
    }, ticks(event.beat));
  }
  if (loop) {
    transport.setLoopPoints(ticks(plan.start), ticks(plan.end));
    transport.loop = true;
  } else {
    transport.schedule((time) => Tone.getDraw().schedule(() => listener.onEnd(), time), ticks(plan.end));
  }
  // Where the clock has looked already it does not look again.
  const begin = Math.max(Tone.immediate() + AT_THE_START, lookedUntil) + 0.02;
  held.click.volume.setValueAtTime(CLICK, begin);
  transport.start(begin);
  Tone.getContext().lookAhead = AHEAD;
  const sounded = () => (Tone.immediate() - begin - lead / second) * 1000;
  return { at: performance.now() - sounded(), sounded };
}

/** Stop at once and forget what was scheduled. */
export function stop(): void {
  reset();
  if (instruments === undefined) return;
  instruments.piano.releaseAll();
  instruments.bridge.releaseAll();
  instruments.band?.silence();
  instruments.click.volume.value = SILENT; // for the clicks that are scheduled ahead
}

export function setTempo(tempo: number): void {
  Tone.getTransport().bpm.value = tempo;
}

function reset(): void {
  const context = Tone.getContext();
  if (context.lookAhead !== AT_THE_START) lookedUntil = Tone.immediate() + context.lookAhead;
  context.lookAhead = AT_THE_START;
  const transport = Tone.getTransport();
  transport.stop();
  transport.cancel(0);
  transport.loop = false;
  transport.position = 0;
  Tone.getDraw().cancel(0);
}
