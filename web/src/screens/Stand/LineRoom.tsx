import { Alert, Button, CloseButton, Group, Skeleton, Stack, Text } from "@mantine/core";
import { useElementSize } from "@mantine/hooks";
import { useEffect, useMemo, useState } from "react";
import { ApiError } from "../../api/client";
import type { Rounds, Slip } from "../../api/types";
import type { OnStand } from "../../parts/documents/onStand";
import { limitsOf, useLoadedTables } from "../../parts/tables";
import { BackingPanel } from "./panels/BackingPanel";
import { Controls } from "./Controls";
import { HowItWent } from "./takes/HowItWent";
import { PractisePanel } from "./panels/PractisePanel";
import { Result } from "./takes/Result";
import { RoutineBar } from "./RoutineBar";
import { StandStrip } from "./StandStrip";
import classes from "./Stand.module.css";
import { shownLeft } from "./curtain";
import { useBands, useRung, useWorkedOut } from "./queries";
import { useLogging } from "./takes/useLogging";
import { useReference } from "./useReference";
import { useSpoken } from "./useSpoken";
import { useStandKeys } from "./useStandKeys";
import type { SetSetting, StandSetting } from "./useStandSetting";
import { useRepeats } from "./takes/useRepeats";
import { useTakes } from "./takes/useTakes";
import { useWakeLock } from "./useWakeLock";
import { bandsWanted, headingOf, stripsPlayed, usePerformance } from "./usePerformance";

/** How many times the size of the bench: short strips stand in two lines. */
const LARGE = 1.95;
const NARROW = { room: 600, large: 1.35 };
const LONG = { bars: 10, large: 1.45 };
const NONE: readonly Slip[] = [];

const problemsOf = (error: unknown) => (error instanceof ApiError ? error.problems : []);

interface LineRoomProps {
  lying: OnStand;
  /** Another step of the routine was put on the stand. */
  onStep: () => void;
  setting: StandSetting;
  set: SetSetting;
  place: number;
  onPlace: (place: number) => void;
  /** The tempo where no ladder leads (BPM). */
  ownTempo: number;
  onTempo: (tempo: number) => void;
  onSentence: (sentence: string) => void;
}

/** The strip that is due, large, played as it stands or improvised over; the band, the tempo, what is said of a take. */
export function LineRoom(props: LineRoomProps) {
  const { lying, onStep, setting, set, place, onPlace, ownTempo, onTempo, onSentence } = props;
  const { recipe } = lying;
  const { least, most } = limitsOf(useLoadedTables(), "Recipe.tempo");
  const playable = (tempo: number) => Math.max(least, Math.min(most, Math.round(tempo)));
  const whole: Rounds = useLoadedTables().fresh.rounds;
  const [bars, setBars] = useState(whole);
  const [peeks, setPeeks] = useState(false);
  const { ref, width: room } = useElementSize();
  const [large, setLarge] = useState(LARGE);
  const width = Math.min(2000, Math.max(240, Math.floor((room || 1180) / large / 20) * 20));
  const { data, error } = useWorkedOut(recipe, width);
  const exercise = data?.exercise;
  const many = exercise?.strips.length ?? 0;
  const long = (exercise?.strips[place]?.bars.length ?? 0) > LONG.bars;
  const wanted = room > 0 && room < NARROW.room ? NARROW.large : long ? LONG.large : LARGE;
  if (exercise !== undefined && wanted !== large) setLarge(wanted);
  useEffect(() => onSentence(exercise?.sentence ?? ""), [exercise, onSentence]);
  const takes = useTakes(place);
  const rung = useRung(recipe, setting.ladder, takes.made).data;
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
  const again = useRepeats();
  const logging = useLogging(lying);

  const performance = usePerformance({
    recipe,
    exercise,
    place,
    tempo,
    setting,
    id: lying.id,
    onPlayed: (played, seconds) => void logging.write(played, seconds, tempo),
    onJudged: (judged, at, played, seconds) => {
      takes.onJudged(judged, at, bars);
      void logging.write(played, seconds, at, judged);
      if (again.stops > 0) setBars(whole);
      again.over();
    },
    onImprovised: (told, played, seconds) => {
      takes.onImprovised(told);
      void logging.write(played, seconds, tempo);
    },
    onStopped: (judged, at, bar, heard) => {
      if (heard) takes.onJudged(judged, at, bars);
      else takes.put({ judged, tempo: at, strip: place, bars }); // nobody played: the ladder does not count it
      setBars({ ...bars, first_bar: bar > 1 ? bar : 0 });
      again.stopped(heard);
    },
  });
  const { playing, state, begin, stop, moment } = performance;
  useWakeLock(playing);
  const now = playing ? (state.strip ?? place) : place;
  const strip = exercise?.strips[now];
  const next = exercise?.strips[now + 1];
  const reference = useReference(strip);
  useSpoken(setting.spoken && playing, strip?.heading, moment?.cue ?? "");

  const hear = () => {
    if (!playing) void reference();
  };
  const go = (by: number) => {
    stop();
    takes.clear();
    setBars(whole);
    again.over();
    onPlace(Math.max(0, Math.min(many - 1, now + by)));
  };
  const startWith = (some: Rounds) => {
    if (playing) {
      onPlace(now);
      stop();
      return;
    }
    takes.put(null);
    logging.forget();
    again.begun();
    void begin(some);
  };
  const start = () => startWith(bars);
  const only = (first: number, last: number) => {
    const some = { ...whole, first_bar: first, last_bar: last };
    setBars(some);
    startWith(some);
  };
  const changeTempo = (to: number) => {
    if (climbs) set({ climbs: false });
    onTempo(playable(to));
  };
  useEffect(() => {
    if (again.stops > 0 && !again.waits) void begin(bars); // from the bar that slipped, after the count-in
    // oxlint-disable-next-line react/exhaustive-deps -- once for each stop
  }, [again.stops]);
  useStandKeys({
    onStart: start,
    onPlace: go,
    onTempo: (by) => changeTempo(tempo + by),
    onCurtain: (curtain) => set({ curtain }),
    onPeek: setPeeks,
    onReference: hear,
    listensToMidi: setting.listening === "midi",
  });

  if (error)
    return (
      <Alert m="lg" color="lamp" title="It cannot be put on the stand">
        {error.message}
      </Alert>
    );
  const some = bars.first_bar > 0 || bars.last_bar > 0;
  const taken = takes.taken?.strip === strip?.index ? takes.taken : null;
  const named = setting.asks ? takes.asked(taken) : undefined;
  return (
    <>
      {lying.routine && (
        <RoutineBar
          of={lying.routine}
          assignment={lying.assignment}
          clean={takes.clean}
          strips={many}
          onStep={onStep}
        />
      )}
      <Stack ref={ref} className={classes.page} gap="sm">
        {exercise === undefined || strip === undefined ? (
          <Skeleton height={220} role="img" aria-label="Working it out" />
        ) : (
          <>
            <StandStrip
              exercise={exercise}
              strip={strip}
              width={width}
              picture={data?.first.index === strip.index ? data.first.svg : undefined}
              curtain={setting.curtain}
              peeks={peeks}
              slips={taken && !named ? taken.judged.slips : NONE}
              cue={moment?.cue ?? ""}
              chorus={setting.mode === "improvise" && moment ? moment.passage.time : 0}
            />
            {some && (
              <Group gap={4}>
                <Text size="lg">
                  Only bars {bars.first_bar || 1} to {bars.last_bar || strip.bars.length}
                </Text>
                <CloseButton aria-label="All bars again" onClick={() => setBars(whole)} />
              </Group>
            )}
            {again.waits && !playing && (
              <Text size="lg" role="status">
                Nothing was heard, three times in a row. It waits for you; what is listened to is set under Practice.
              </Text>
            )}
            {logging.written && !playing && <HowItWent minutes={logging.written.entry.minutes} onSay={logging.say} />}
            {!playing && (
              <Result
                takes={takes}
                taken={taken}
                about={{ recipe, strip: strip.index, octave_free: setting.octaveFree, rounds: taken?.bars ?? bars }}
                heading={headingOf(strip, taken?.bars ?? bars)}
                asked={named}
                strip={strip}
                slower={playable((taken?.tempo ?? tempo) * 0.9)}
                onAgain={start}
                onTempo={changeTempo}
                onOnly={only}
              />
            )}
            {climbs && rung.done && !playing && (
              <Text size="lg" role="status">
                The top of the ladder, reached clean. Rest a little; then{" "}
                {next ? (
                  <Button variant="subtle" size="compact-lg" onClick={() => go(1)}>
                    on to {next.heading}
                  </Button>
                ) : (
                  "that is all of it."
                )}
              </Text>
            )}
            {next && !taken && setting.mode === "line" && (
              <StandStrip
                exercise={exercise}
                strip={next}
                width={width}
                picture={undefined}
                curtain={setting.curtain}
                peeks={peeks}
                slips={NONE}
                next
              />
            )}
          </>
        )}
      </Stack>
      <Controls
        playing={playing}
        busy={performance.busy}
        word={setting.listening === "nobody" ? "Start" : "Play a take"}
        tempo={tempo}
        left={moment === null ? "" : shownLeft(moment.left, setting.barsLeft)}
        curtain={setting.curtain}
        first={now === 0}
        last={now >= many - 1}
        onStart={start}
        onTempo={changeTempo}
        onPlace={go}
        onCurtain={(curtain) => set({ curtain })}
        onReference={hear}
        backing={<BackingPanel setting={setting} set={set} problems={problemsOf(bands.error)} />}
        practice={
          <PractisePanel
            setting={setting}
            set={set}
            rung={rung}
            bars={bars}
            onBars={setBars}
            most={strip?.bars.length ?? 1}
            problems={problemsOf(bands.error)}
          />
        }
      />
    </>
  );
}
