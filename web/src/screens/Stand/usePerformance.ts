import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Exercise, Improvised, Judged, PlayedEvent, Recipe, Rounds, Strip } from "../../api/types";
import { tell } from "../../parts/tell";
import { type Ear, eventsOf } from "../../sound/listening";
import { type Moment, momentAt, standSchedule } from "../../sound/standSchedule";
import { usePlayer } from "../../sound/usePlayer";
import { earFor, keysOf } from "./ear/earFor";
import { type BandsWanted, bandsQuery, heardAs, judged, simulatedTake, useImprovised, useJudge } from "./queries";
import type { StandSetting } from "./useStandSetting";

interface Wanted {
  recipe: Recipe;
  exercise: Exercise | undefined;
  place: number;
  /** Beats a minute, of the metre's pulse. */
  tempo: number;
  setting: StandSetting;
  /** The recipe's id on the shelf. */
  id: string;
  /** Someone played along for so many seconds. */
  onPlayed: (strip: Strip, seconds: number) => void;
  onJudged: (judged: Judged, tempo: number, strip: Strip, seconds: number) => void;
  onImprovised: (told: Improvised, strip: Strip, seconds: number) => void;
  /** A take was stopped at a slip in a bar: it is to be repeated from there, if anything was heard. */
  onStopped: (judged: Judged, tempo: number, bar: number, heard: boolean) => void;
}

const LOOK = 100; // ms
const JUDGE_EVERY = 5; // looks, while a take that stops at slips is played
const [ABOVE, BELOW] = [60, 130]; // CSS pixels that bars cover

/** A strip longer than the window goes on under the player's eyes. */
function keepInView(note: Element): void {
  const { top, bottom } = note.getBoundingClientRect();
  if (top < ABOVE || bottom > window.innerHeight - BELOW) note.scrollIntoView({ block: "center" });
}

/** What takes of it are kept under: its heading, and the bars where only some are played. */
export function headingOf(strip: Strip, { first_bar, last_bar }: Rounds): string {
  if (!first_bar && !last_bar) return strip.heading;
  return `${strip.heading}, bars ${first_bar || 1} to ${last_bar || strip.bars.length}`;
}

/** How long some events last, in seconds. */
const lasting = (events: PlayedEvent[]) => Math.max(0, ...events.map(({ at, length }) => at + length));

const sinceThen = (began: number) => (performance.now() - began) / 1000;

const anySeed = () => Math.floor(performance.now());

/** The strips that are played from a place on: all that follow, or the one that is due. */
export function stripsPlayed({ goesOn, listening, mode }: StandSetting, place: number, many: number): number[] {
  const follow = goesOn && listening === "nobody" && mode !== "improvise";
  return Array.from({ length: Math.max(0, follow ? many - place : Math.min(1, many - place)) }, (_, n) => place + n);
}

/** How the strips are gone through, and what the band plays under them, as it is set. */
export function bandsWanted(recipe: Recipe, strips: number[], setting: StandSetting, bars: Rounds): BandsWanted {
  const { backing, rule } = setting;
  if (setting.mode === "improvise") return { recipe, strips, backing, rounds: bars, rule };
  const along = setting.listening === "nobody" ? setting.rounds : {};
  return { recipe, strips, backing, rounds: { ...bars, ...along }, rule: null };
}

/** Playing along and taking: what sounds, where one is, what was heard, and its judgement. */
export function usePerformance(wanted: Wanted) {
  const { recipe, exercise, place, tempo, setting, id, onPlayed, onJudged, onImprovised, onStopped } = wanted;
  const pulse = exercise?.pulse ?? 1;
  const { state, play, stop: silence } = usePlayer(tempo * pulse, keepInView);
  const queries = useQueryClient();
  const judge = useJudge();
  const improvised = useImprovised();
  const [moment, setMoment] = useState<Moment | null>(null);
  const ear = useRef<Ear | null>(null);
  const watch = useRef<number | undefined>(undefined);

  const along = useRef<{ strip: Strip; began: number } | null>(null);
  const attempt = useRef(0);
  const [beginning, setBeginning] = useState(false);
  const [imagining, setImagining] = useState(false); // what the player that is not there plays
  const end = useCallback(() => {
    ear.current?.stop();
    window.clearInterval(watch.current);
    setMoment(null);
  }, []);
  /** What was played along with until now is told. */
  const leave = () => {
    const left = along.current;
    along.current = null;
    if (left) onPlayed(left.strip, sinceThen(left.began));
  };
  const stop = useCallback(() => {
    attempt.current += 1; // what has not begun yet does not begin
    setBeginning(false);
    end();
    ear.current = null;
    silence();
  }, [end, silence]);
  useEffect(() => end, [end]);

  const told = async (strip: Strip, played: PlayedEvent[] | Promise<PlayedEvent[]>, rounds: Rounds) => {
    const heading = headingOf(strip, rounds);
    try {
      const events = await played;
      const real = setting.listening !== "simulated";
      const take = { recipe, strip: strip.index, tempo, events, ...heardAs(setting), rounds };
      if (setting.mode === "improvise")
        onImprovised(
          await improvised.mutateAsync({ take, id, heading: `${heading}, improvised`, real, rule: setting.rule }),
          strip,
          lasting(events),
        );
      else onJudged(await judge.mutateAsync({ take, id, heading, real }), tempo, strip, lasting(events));
    } catch (error) {
      tell("The take could not be judged", error);
    }
  };

  const begin = async (bars: Rounds) => {
    const strip = exercise?.strips[place];
    if (exercise === undefined || strip === undefined) return;
    const { listening, mode } = setting;
    const free = mode === "improvise";
    if (listening === "simulated") {
      const take = { recipe, strip: strip.index, tempo, rounds: bars, rule: free ? setting.rule : null };
      setImagining(true);
      const imagined = simulatedTake(take, setting.slips, anySeed()).finally(() => setImagining(false));
      await told(strip, imagined, bars);
      return;
    }
    attempt.current += 1;
    const mine = attempt.current;
    setBeginning(true);
    const strips = stripsPlayed(setting, place, exercise.strips.length);
    const [heard, band] = await Promise.allSettled([
      earFor(listening, keysOf(strip)),
      queries.query(bandsQuery(bandsWanted(recipe, strips, setting, bars))),
    ]);
    if (mine !== attempt.current) {
      if (heard.status === "fulfilled") heard.value?.stop();
      return;
    }
    setBeginning(false);
    if (heard.status === "rejected") {
      tell("Could not listen", heard.reason);
      return;
    }
    if (band.status === "rejected") {
      heard.value?.stop();
      tell("Could not start", band.reason);
      return;
    }
    ear.current = heard.value;
    const bands = band.value;
    const taking = ear.current !== null;
    const plan = standSchedule(exercise, bands, {
      from: place,
      count: strips.length,
      backing: setting.backing,
      line: setting.line,
    });
    const beatOf = (at: number) => (at / 60_000) * tempo * pulse;
    const clock: { began?: number } = {};
    const latency = setting.latencies[listening] ?? 0;
    const heardSoFar = () => eventsOf(ear.current?.heard ?? [], clock.began ?? 0, latency);
    const done = () => {
      const heard = ear.current === null ? null : heardSoFar();
      end();
      leave();
      if (heard && clock.began !== undefined) void told(strip, heard, bars);
      ear.current = null;
    };
    const begun = await play(plan, place, false, done);
    if (begun === undefined) return;
    const before = (plan.start * 60_000) / (tempo * pulse); // ms of count-in
    along.current = taking ? null : { strip, began: begun.at };
    clock.began = begun.at + before;
    let looks = 0;
    watch.current = window.setInterval(() => {
      const sounded = begun.sounded();
      setMoment(momentAt(plan, beatOf(sounded), exercise.bar));
      looks += 1;
      if (taking && !free && setting.slip === "stops" && looks % JUDGE_EVERY === 0)
        void lookForSlips(strip, heardSoFar(), bars, (sounded - latency - before) / 1000);
    }, LOOK);
  };

  const lookForSlips = async (strip: Strip, events: PlayedEvent[], rounds: Rounds, until: number) => {
    if (until <= 0) return;
    const mine = ear.current;
    const take = { recipe, strip: strip.index, tempo, events, ...heardAs(setting), rounds, until };
    const found = await judged(take).catch(() => undefined);
    const slip = found?.slips.find(({ of_time }) => !of_time);
    if (found === undefined || slip === undefined || mine === null || mine !== ear.current) return;
    stop();
    onStopped(found, tempo, slip.bar, events.length > 0);
  };

  const playing = beginning || state.status === "playing" || state.status === "loading";
  const stopped = () => {
    leave();
    stop();
  };
  const judging = imagining || judge.isPending || improvised.isPending;
  const busy = beginning || judging || state.status === "loading";
  return { state, playing, busy, moment, begin, stop: stopped };
}
