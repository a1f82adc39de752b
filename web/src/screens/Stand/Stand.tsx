import { Alert, Anchor, Box, Group, Skeleton, Stack, Text, VisuallyHidden } from "@mantine/core";
import { useElementSize } from "@mantine/hooks";
import { useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { ApiError } from "../../api/client";
import type { Judged, Slip } from "../../api/types";
import type { OnStand } from "../../parts/onStand";
import { layOnBench } from "../../parts/useDraft";
import { BackingPanel } from "./BackingPanel";
import { Controls } from "./Controls";
import { Judgement } from "./Judgement";
import { PractisePanel } from "./PractisePanel";
import { SendSound } from "./SendSound";
import { StandStrip } from "./StandStrip";
import classes from "./Stand.module.css";
import { type TakeMade, useBands, useRung, useTakes, useWorkedOut } from "./queries";
import { usePerformance } from "./usePerformance";
import { useStandKeys } from "./useStandKeys";
import { useStandSetting } from "./useStandSetting";
import { useWakeLock } from "./useWakeLock";

/** How many times the size of the bench: short strips stand in two lines. */
const LARGE = 1.95;
const NARROW = { room: 600, large: 1.35 };
const LONG = { bars: 10, large: 1.45 };
const NONE: readonly Slip[] = [];
const AHEAD = 4; // strips whose band is worked out

/** The nearest tempo there is (BPM). */
const playable = (tempo: number) => Math.max(20, Math.min(320, Math.round(tempo)));

const problemsOf = (error: unknown) => (error instanceof ApiError ? error.problems : []);

interface Taken {
  judged: Judged;
  tempo: number;
  strip: number;
}

/** The stand: the strip that is due, large; the band, the tempo, the curtain; a take and what is said of it. */
export function Stand({ lying }: { lying: OnStand }) {
  const { recipe } = lying;
  const navigate = useNavigate();
  const { setting, set } = useStandSetting();
  const [place, setPlace] = useState(lying.strip);
  const [ownTempo, setOwnTempo] = useState<number>(recipe.tempo);
  const [peeks, setPeeks] = useState(false);
  const [taken, setTaken] = useState<Taken | null>(null);
  const [made, setMade] = useState<TakeMade[]>([]);
  const { ref, width: room } = useElementSize();
  const [large, setLarge] = useState(LARGE);
  const width = Math.min(2000, Math.max(240, Math.floor((room || 1180) / large / 20) * 20));
  const { data, error } = useWorkedOut(recipe, width);
  const exercise = data?.exercise;
  const long = (exercise?.strips[place]?.bars.length ?? 0) > LONG.bars;
  const wanted = room > 0 && room < NARROW.room ? NARROW.large : long ? LONG.large : LARGE;
  if (exercise !== undefined && wanted !== large) setLarge(wanted);
  const rung = useRung(recipe, setting.ladder, made).data;
  const climbs = setting.climbs && rung !== undefined;
  const tempo = climbs ? rung.tempo : ownTempo;
  const indexes = useMemo(() => {
    const there = exercise?.strips.length ?? 0;
    return Array.from(
      { length: Math.max(0, Math.min(setting.goesOn ? 24 : AHEAD, there - place)) },
      (_, n) => place + n,
    );
  }, [exercise, place, setting.goesOn]);
  const bands = useBands(recipe, indexes, setting.backing);

  const onJudged = useCallback(
    (judged: Judged, at: number) => {
      setTaken({ judged, tempo: at, strip: place });
      setMade((now) => [...now, { tempo: Math.round(at), clean: judged.clean }]);
    },
    [place],
  );
  const performance = usePerformance({
    exercise,
    bands: bands.data ?? [],
    place,
    tempo,
    setting,
    id: lying.id,
    onJudged,
  });
  const { playing, state, begin, stop } = performance;
  useWakeLock(playing);
  const now = playing ? (state.strip ?? place) : place;
  const strip = exercise?.strips[now];
  const next = exercise?.strips[now + 1];
  const earlier = useTakes(strip?.heading ?? " ").data ?? [];

  const go = (by: number) => {
    const last = (exercise?.strips.length ?? 1) - 1;
    stop();
    setTaken(null);
    setMade([]);
    setPlace(Math.max(0, Math.min(last, now + by)));
  };
  const start = () => {
    if (playing) {
      setPlace(now);
      stop();
      return;
    }
    setTaken(null);
    void begin();
  };
  const changeTempo = (to: number) => {
    if (climbs) set({ climbs: false });
    setOwnTempo(playable(to));
  };
  useStandKeys({
    onStart: start,
    onPlace: go,
    onTempo: (by) => changeTempo(tempo + by),
    onCurtain: (curtain) => set({ curtain }),
    onPeek: setPeeks,
  });
  useEffect(() => {
    if (setting.spoken && playing && strip && "speechSynthesis" in window)
      window.speechSynthesis.speak(
        new SpeechSynthesisUtterance(strip.heading.replaceAll("♭", " flat").replaceAll("♯", " sharp")),
      );
  }, [setting.spoken, playing, strip]);

  if (error)
    return (
      <Alert m="lg" color="lamp" title="It cannot be put on the stand">
        {error.message}
      </Alert>
    );
  return (
    <Box className={classes.stand}>
      <title>{`${recipe.title || "Stand"} · Dodecant`}</title>
      <VisuallyHidden component="h1">Stand</VisuallyHidden>
      <Group justify="space-between" wrap="nowrap" align="baseline" className={classes.top}>
        <Text className={classes.sentence} lineClamp={2}>
          {exercise?.sentence}
        </Text>
        <SendSound recipe={recipe} strip={now} backing={setting.backing} tempo={tempo} />
        <Anchor
          component="button"
          type="button"
          onClick={() => {
            layOnBench(recipe);
            void navigate(lying.id ? `/bench/${lying.id}` : "/bench");
          }}
        >
          To the bench
        </Anchor>
      </Group>
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
              slips={taken?.strip === strip.index ? taken.judged.slips : NONE}
            />
            {taken?.strip === strip.index && !playing && (
              <Judgement
                judged={taken.judged}
                slower={playable(taken.tempo * 0.9)}
                earlier={earlier}
                onAgain={start}
                onTempo={changeTempo}
              />
            )}
            {next && !taken && (
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
        busy={state.status === "loading" || performance.judging}
        word={setting.listening === "nobody" ? "Start" : "Play a take"}
        tempo={tempo}
        left={performance.left}
        curtain={setting.curtain}
        first={now === 0}
        last={exercise === undefined || now >= exercise.strips.length - 1}
        onStart={start}
        onTempo={changeTempo}
        onPlace={go}
        onCurtain={(curtain) => set({ curtain })}
        backing={<BackingPanel setting={setting} set={set} problems={problemsOf(bands.error)} />}
        practice={<PractisePanel setting={setting} set={set} rung={rung} />}
      />
    </Box>
  );
}
