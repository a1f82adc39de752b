import { useEffect, useMemo, useReducer } from "react";
import type { Exercise, Rounds } from "../../api/types";
import type { OnStand } from "../../parts/documents/onStand";
import { limitsOf, useLoadedTables } from "../../parts/tables";
import { useMend } from "../../parts/documents/useMend";
import { useBands, useRung } from "./queries";
import { askedOf, freshSitting, sitting, takenOf, waits } from "./takes/sitting";
import { useLogging } from "./takes/useLogging";
import { bandsWanted, stripsPlayed, usePerformance } from "./usePerformance";
import { useReference } from "./useReference";
import { useSpoken } from "./useSpoken";
import { useStandKeys } from "./useStandKeys";
import type { SetSetting, StandSetting } from "./useStandSetting";
import { useWakeLock } from "./useWakeLock";

export interface Practised {
  lying: OnStand;
  setting: StandSetting;
  set: SetSetting;
  place: number;
  onPlace: (place: number) => void;
  /** The tempo where no ladder leads (BPM). */
  ownTempo: number;
  onTempo: (tempo: number) => void;
  /** Something else was put on the stand. */
  onNext: () => void;
}

/** A line practised strip by strip: the band, the tempo, takes and what they lead to, and every action of the stand. */
export function useLinePractice(wanted: Practised, exercise: Exercise | undefined, onPeek: (peeks: boolean) => void) {
  const { lying, setting, set, place, onPlace, ownTempo, onTempo, onNext } = wanted;
  const { recipe } = lying;
  const { least, most } = limitsOf(useLoadedTables(), "Recipe.tempo");
  const playable = (tempo: number) => Math.max(least, Math.min(most, Math.round(tempo)));
  const whole: Rounds = useLoadedTables().fresh.rounds;
  const [now, happened] = useReducer(sitting, whole, freshSitting);
  const { bars } = now;
  const many = exercise?.strips.length ?? 0;

  const rung = useRung(recipe, setting.ladder, now.made).data;
  const climbs = setting.climbs && rung !== undefined;
  const tempo = climbs ? rung.tempo : ownTempo;
  const due = useMemo(
    () => bandsWanted(recipe, stripsPlayed(setting, place, many), setting, bars),
    [recipe, many, place, setting, bars],
  );
  const bands = useBands(due);
  const after = useMemo(
    () => bandsWanted(recipe, stripsPlayed(setting, place + 1, many), setting, whole),
    [recipe, many, place, setting, whole],
  );
  useBands(after, bands.isSuccess && due.strips.length === 1); // before it is needed
  const logging = useLogging(lying);
  const real = setting.listening !== "simulated"; // what nobody played is written nowhere

  const performance = usePerformance({
    recipe,
    exercise,
    place,
    tempo,
    setting,
    id: lying.id,
    onPlayed: (played, seconds) => {
      const bar = exercise === undefined ? 0 : (60 * exercise.bar) / (tempo * exercise.pulse); // in seconds
      if (seconds >= bar) void logging.write(played, seconds, tempo);
    },
    onJudged: (judged, at, played, seconds) => {
      happened({ what: "judged", taken: { judged, tempo: at, strip: place, bars }, whole });
      if (real) void logging.write(played, seconds, at, judged);
    },
    onImprovised: (report, played, seconds) => {
      happened({ what: "improvised", report });
      if (real) void logging.write(played, seconds, tempo);
    },
    onStopped: (judged, at, bar, heard) =>
      happened({ what: "stopped at a slip", taken: { judged, tempo: at, strip: place, bars }, bar, heard }),
  });
  const { playing, state, begin, stop, moment } = performance;
  useWakeLock(playing);
  const at = playing ? (state.strip ?? place) : place;
  const strip = exercise?.strips[at];
  const mend = useMend();
  const reference = useReference(strip);
  useSpoken(setting.spoken && playing, strip?.heading, moment?.cue ?? "");

  const startWith = (some: Rounds) => {
    if (playing) {
      onPlace(at);
      stop();
      return;
    }
    happened({ what: "begun" });
    logging.forget();
    void begin(some);
  };
  const onBars = (some: Rounds) => happened({ what: "bars chosen", bars: some });
  const does = {
    start: () => startWith(bars),
    only: (first: number, last: number) => {
      const some = { ...whole, first_bar: first, last_bar: last };
      onBars(some);
      startWith(some);
    },
    go: (by: number) => {
      stop();
      happened({ what: "another strip", whole });
      onPlace(Math.max(0, Math.min(many - 1, at + by)));
    },
    tempo: (to: number) => {
      if (climbs) set({ climbs: false });
      onTempo(playable(to));
    },
    hear: () => {
      if (!playing) void reference();
    },
    bars: onBars,
    allBars: () => onBars(whole),
    mend: (degree: string) => {
      if (strip === undefined) return;
      const { sound } = strip.practised;
      void mend({ sound, degree, keys: [strip.written.tonic], tempo: Math.round(tempo), recipe }).then(
        (made) => made && onNext(),
      );
    },
    nameSlip: () => happened({ what: "slip named" }),
  };
  useEffect(() => {
    if (now.stops > 0 && !waits(now)) void begin(bars); // from the bar that slipped, after the count-in
    // oxlint-disable-next-line react/exhaustive-deps -- once for each stop
  }, [now.stops]);
  useStandKeys({
    onStart: does.start,
    onPlace: does.go,
    onTempo: (by) => does.tempo(tempo + by),
    onCurtain: (curtain) => set({ curtain }),
    onPeek,
    onReference: does.hear,
    listensToMidi: setting.listening === "midi",
  });

  const taken = takenOf(now, strip?.index);
  return {
    now,
    at,
    strip,
    next: exercise?.strips[at + 1],
    last: at >= many - 1,
    rung,
    topReached: climbs && rung.done && !playing,
    tempo,
    slower: playable((taken?.tempo ?? tempo) * 0.9),
    taken,
    real,
    asked: setting.asks && taken !== null ? askedOf(now) : undefined,
    playing,
    busy: performance.busy,
    moment,
    bandError: bands.error,
    logging,
    does,
  };
}

export type LinePractice = ReturnType<typeof useLinePractice>;
