import { Alert, Box, Button, Group, Skeleton, Stack, Text, VisuallyHidden } from "@mantine/core";
import { useIntersection } from "@mantine/hooks";
import { memo, useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { useLocation } from "react-router";
import type { Saved } from "../../api/shelves";
import type { Exercise, Problem } from "../../api/types";
import { Dial } from "../../parts/Dial/Dial";
import { distinct } from "../../parts/music/keys";
import { LaneKey } from "../../parts/LaneKey/LaneKey";
import { mergePatch } from "../../parts/documents/patch";
import { UnsavedLine } from "../../parts/Saving/Unsaved";
import { SkipLink } from "../../parts/SkipLink/SkipLink";
import { useFetchedAhead } from "../../parts/queries";
import { BackUndoes } from "../../parts/Steps/BackUndoes";
import { tell } from "../../parts/tell";
import { useLoadedTables } from "../../parts/tables";
import { useDraft } from "../../parts/documents/useDraft";
import classes from "./Bench.module.css";
import { Facts } from "./Facts";
import { goToStrip, useFollowing } from "./following";
import { isSaid, PhrasePanel } from "./PhrasePanel";
import { Opening } from "./phrases/rules/opening";
import { useAskedFirst, useExercise } from "./queries";
import { RemarkList } from "./RemarkList";
import { SeenAsBar } from "./seen/SeenAsBar";
import { useSeenAs } from "./seen/seenAs";
import { Sentence } from "./Sentence";
import { Strips } from "./Strips";
import { TitleBar } from "./TitleBar";
import { Transport, usePlayOptions } from "./Transport";
import { useAnnouncements } from "./useAnnouncements";
import { usePlaying } from "./usePlaying";
import { useWidths } from "./useColumns";

interface BenchProps {
  /** The saved recipe on the bench; none for a new one. */
  saved: Saved<"recipes"> | undefined;
}

const firstStripOf = (exercise: Exercise, key: number) => exercise.strips.find((strip) => strip.key === key)?.index;

interface RouteDialProps {
  exercise: Exercise;
  current: number | null;
  fetchAhead: (strip: number) => void;
}

/** The route of the exercise; a side leads to its first strip, whose picture is on its way when one points at it. */
const RouteDial = memo(function RouteDial({ exercise, current, fetchAhead }: RouteDialProps) {
  const near = (key: number) => {
    const strip = firstStripOf(exercise, key);
    if (strip !== undefined) fetchAhead(strip);
  };
  const goTo = (key: number) => {
    near(key);
    goToStrip(firstStripOf(exercise, key));
  };
  const route = distinct(exercise.strips.map((strip) => strip.key));
  return <Dial route={route} current={current} names={exercise.key_names} onSide={goTo} onNear={near} size={124} />;
});

/** Which phrase is open; one that was said and is no more said closes. */
function useOpening(exercise: Exercise | undefined) {
  const asked = (useLocation().state as { open?: string } | null)?.open;
  const [opened, open] = useState(asked ?? "");
  const [said, setSaid] = useState(""); // the last that was open and said
  const isNow = exercise !== undefined && opened !== "" && isSaid(exercise.phrases, opened);
  if (isNow && said !== opened) setSaid(opened);
  if (!isNow && exercise && opened !== "" && said === opened) {
    setSaid("");
    open("");
  }
  return useMemo(() => ({ opened, open }), [opened]);
}

/** The bench: the sentence, the dial, the controls and the strips; beside them the phrase that is open. */
export function Bench({ saved }: BenchProps) {
  const tables = useLoadedTables();
  const draft = useDraft("recipes", saved, tables.blank);
  const { document: recipe } = draft;
  const { ref: room, widths } = useWidths();
  const setRecipe = useAskedFirst(widths, draft.setDocument);
  const seen = useSeenAs(recipe);
  const { good, problems, stale } = useExercise(seen.shown, widths);
  // The first strip is drawn at once; all that only tells of it follows.
  const exercise = useDeferredValue(good?.exercise, undefined);
  const strips = exercise?.strips.length ?? 0;
  const general = useMemo(() => exercise?.remarks.filter(({ strip }) => strip === null) ?? [], [exercise]);
  const opening = useOpening(exercise);
  const { opened, open } = opening;
  const onClose = useCallback(() => open(""), [open]);
  const onCure = useCallback((patch: unknown) => setRecipe(mergePatch(recipe, patch)), [recipe, setRecipe]);
  // What is changed at a strip is changed in the recipe it shows: another player's is not this one.
  const onStrip = seen.player === undefined ? setRecipe : sayWhose;
  const following = useFollowing();
  const [options, setOptions] = usePlayOptions();
  const { state, play, playAll, stop } = usePlaying(good?.exercise, recipe.tempo, options, following.show);
  const { strip: sounding, loop: looping, status } = state;
  useAnnouncements(exercise, state);
  const { watch } = following;
  useEffect(() => (status === "playing" ? watch() : undefined), [status, watch]);
  const fetchAhead = useFetchedAhead(exercise?.recipe, good?.first.width);
  const next = sounding === null || looping ? null : sounding + 1;
  useEffect(() => {
    if (next !== null && next < strips) fetchAhead(next);
  }, [next, strips, fetchAhead]);
  const current = exercise?.strips.find((strip) => strip.index === sounding)?.key ?? null;
  const { ref: top, entry } = useIntersection({ rootMargin: "-110px 0px 0px" });
  const folded = entry !== null && !entry.isIntersecting;

  return (
    <Opening value={opening}>
      <Box className={classes.bench} data-docked={opened !== "" || undefined}>
        <title>{`${recipe.title || "Bench"} · Dodecant`}</title>
        <SkipLink to="play">Skip to Play</SkipLink>
        <VisuallyHidden component="h1">Bench</VisuallyHidden>
        <BackUndoes wanted={draft.stepped} undo={draft.undo} />
        <TitleBar draft={draft} saved={saved} exercise={exercise} problems={problems} seen={seen} />
        {saved === undefined && !draft.changed && (
          <UnsavedLine shelf="recipes" address="/bench" titled={({ title }) => title} list="/recipes" />
        )}
        <SeenAsBar seen={seen} onAdopt={setRecipe} />
        <Box className={classes.work}>
          <Box className={classes.sheet} ref={room}>
            <Group align="flex-start" wrap="nowrap" gap="xl" ref={top}>
              <Box flex={1}>
                <Sentence exercise={exercise} problems={problems} />
                {exercise && <Facts exercise={exercise} />}
              </Box>
              {exercise && (
                <Box className={classes.route}>
                  <RouteDial exercise={exercise} current={current} fetchAhead={fetchAhead} />
                </Box>
              )}
            </Group>
            <Transport
              recipe={recipe}
              folded={folded ? exercise?.phrases : undefined}
              onChange={setRecipe}
              state={state}
              options={options}
              onOptions={setOptions}
              onPlay={playAll}
              onStop={stop}
            />
            <Stack gap="xs" aria-live="polite">
              {status === "failed" && (
                <Alert color="red" title="The sound could not be loaded">
                  The score is not affected. Press play to try again.
                </Alert>
              )}
              {stale && <Stale problems={problems} scored={exercise !== undefined} />}
              {exercise && <RemarkList remarks={general} onCure={onCure} />}
            </Stack>
            {good === undefined && !stale && <Skeleton height={140} mt="md" role="img" aria-label="Working it out" />}
            {good && (
              <Box mt={4}>
                <Strips
                  bench={good}
                  sounding={sounding}
                  looping={looping}
                  stale={stale}
                  onPlay={play}
                  onChange={onStrip}
                  onCure={onCure}
                />
                {recipe.numbers !== "none" && (
                  <Box mt="sm" hiddenFrom="sm">
                    <LaneKey />
                  </Box>
                )}
              </Box>
            )}
          </Box>
          <PhrasePanel
            recipe={recipe}
            exercise={exercise}
            problems={problems}
            tables={tables}
            onChange={setRecipe}
            opened={opened}
            onClose={onClose}
          />
        </Box>
        {following.away && (
          <Button className={classes.back} variant="filled" size="compact-md" onClick={following.comeBack}>
            Back to the playing strip
          </Button>
        )}
      </Box>
    </Opening>
  );
}

const sayWhose = () =>
  tell("Nothing was changed", new Error("This is another player’s page. Make it the recipe, or go back to yours."));

/** Why the score does not show what is typed. */
function Stale({ problems, scored }: { problems: readonly Problem[]; scored: boolean }) {
  return (
    <Alert color="lamp" title={scored ? "The score shows the last recipe that worked" : "No score yet"}>
      {problems.map((problem) => (
        <Text key={problem.pointer + problem.message} size="sm">
          {problem.message} {problem.cure}
        </Text>
      ))}
    </Alert>
  );
}
