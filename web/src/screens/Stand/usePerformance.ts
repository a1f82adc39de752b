import { useCallback, useEffect, useRef, useState } from "react";
import type { Band, Exercise, Judged, Strip } from "../../api/types";
import { pitchClass } from "../../parts/keys";
import { tell } from "../../parts/tell";
import { type Ear, eventsOf, listenToKeys, listenToMicrophone, listenToMidi } from "../../sound/listening";
import { type StandPlan, barsLeft, standSchedule } from "../../sound/standSchedule";
import { usePlayer } from "../../sound/usePlayer";
import { simulatedTake, useJudge } from "./queries";
import type { StandSetting } from "./useStandSetting";

interface Wanted {
  exercise: Exercise | undefined;
  bands: readonly Band[];
  place: number;
  /** Beats a minute, of the metre's pulse. */
  tempo: number;
  setting: StandSetting;
  /** The recipe's id on the shelf. */
  id: string;
  onJudged: (judged: Judged, tempo: number) => void;
}

const LOOK = 100; // ms
const [ABOVE, BELOW] = [60, 130]; // CSS pixels that bars cover

/** A strip longer than the window goes on under the player's eyes. */
function keepInView(note: Element): void {
  const { top, bottom } = note.getBoundingClientRect();
  if (top < ABOVE || bottom > window.innerHeight - BELOW) note.scrollIntoView({ block: "center" });
}

/** Playing along and taking: what sounds, how far it is, what was heard, and its judgement. */
export function usePerformance({ exercise, bands, place, tempo, setting, id, onJudged }: Wanted) {
  const pulse = exercise?.pulse ?? 1;
  const { state, play, stop: silence } = usePlayer(tempo * pulse, keepInView);
  const judge = useJudge();
  const [left, setLeft] = useState<number | null>(null);
  const ear = useRef<Ear | null>(null);
  const watch = useRef<number | undefined>(undefined);

  const end = useCallback(() => {
    ear.current?.stop();
    window.clearInterval(watch.current);
    setLeft(null);
  }, []);
  const stop = useCallback(() => {
    end();
    ear.current = null;
    silence();
  }, [end, silence]);
  useEffect(() => end, [end]);

  const judged = async (strip: Strip, events: Parameters<typeof judge.mutateAsync>[0]["events"]) => {
    if (exercise === undefined) return;
    const about = { recipe: exercise.recipe, strip: strip.index, heading: strip.heading, id };
    try {
      onJudged(await judge.mutateAsync({ ...about, tempo, events, octave_free: setting.octaveFree }), tempo);
    } catch (error) {
      tell("The take was not judged", error);
    }
  };

  const begin = async () => {
    const strip = exercise?.strips[place];
    if (exercise === undefined || strip === undefined) return;
    const { listening } = setting;
    if (listening === "simulated") {
      const seed = Math.floor(performance.now());
      await judged(strip, await simulatedTake(exercise.recipe, strip.index, tempo, setting.slips, seed));
      return;
    }
    try {
      if (listening === "microphone") ear.current = await listenToMicrophone();
      if (listening === "midi") ear.current = await listenToMidi();
      if (listening === "keys") ear.current = listenToKeys(lowest(strip), heightsOf(strip));
    } catch (error) {
      tell("Nobody is listened to", error);
      return;
    }
    const taking = listening !== "nobody";
    const count = taking || !setting.goesOn ? 1 : exercise.strips.length - place;
    const plan: StandPlan = standSchedule(exercise, bands, {
      from: place,
      count,
      backing: setting.backing,
      line: setting.line,
    });
    const beatOf = (at: number) => (at / 60_000) * tempo * pulse;
    const clock: { began?: number } = {};
    const done = () => {
      const heard = ear.current?.heard;
      end();
      if (heard && clock.began !== undefined) void judged(strip, eventsOf(heard, clock.began, setting.latency));
      ear.current = null;
    };
    const heardAt = await play(plan, place, false, done);
    if (heardAt === undefined) return;
    clock.began = heardAt + (plan.start * 60_000) / (tempo * pulse);
    watch.current = window.setInterval(
      () => setLeft(barsLeft(plan, beatOf(performance.now() - heardAt), exercise.bar)),
      LOOK,
    );
  };
  const playing = state.status === "playing" || state.status === "loading";
  return { state, playing, judging: judge.isPending, left, begin, stop };
}

/** Half steps of a strip's sound above its root, by the notes it has. */
export function heightsOf(strip: Strip): number[] {
  const root = pitchClass(strip.sounding.tonic);
  const heights = strip.bars.flatMap((bar) => bar.notes.map((note) => (note.sounding.midi - root + 120) % 12));
  return [...new Set(heights)].sort((one, other) => one - other);
}

/** The root at or below the lowest note of a strip. */
function lowest(strip: Strip): number {
  const low = Math.min(...strip.bars.flatMap((bar) => bar.notes.map((note) => note.sounding.midi)));
  return low - ((low - pitchClass(strip.sounding.tonic) + 120) % 12);
}
