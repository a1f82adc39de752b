import { Alert, Box, Group, Skeleton, Stack, Text, VisuallyHidden } from "@mantine/core";
import { memo, useCallback, useEffect, useRef } from "react";
import { ApiError } from "../../api/client";
import { useExercise } from "./queries";
import type { Saved } from "../../api/shelves";
import type { Exercise, Problem } from "../../api/types";
import { Dial } from "../../parts/Dial/Dial";
import { LaneKey } from "../../parts/LaneKey/LaneKey";
import { distinct } from "../../parts/keys";
import { mergePatch } from "../../parts/patch";
import { useLoadedTables } from "../../parts/tables";
import { BackUndoes } from "../../parts/Steps/BackUndoes";
import { useDraft } from "../../parts/useDraft";
import { schedule } from "../../sound/schedule";
import { usePlayer } from "../../sound/usePlayer";
import classes from "./Bench.module.css";
import { Facts } from "./Facts";
import { RemarkList } from "./RemarkList";
import { Sentence } from "./Sentence";
import { Strips } from "./Strips";
import { TitleBar } from "./TitleBar";
import { Transport, usePlayOptions } from "./Transport";

interface BenchProps {
  /** The saved recipe on the bench; none for a new one. */
  saved: Saved<"recipes"> | undefined;
}

function goTo(exercise: Exercise, key: number) {
  const strip = exercise.strips.find((candidate) => candidate.key === key);
  document.getElementById(`strip-${strip?.index}`)?.scrollIntoView({ behavior: "smooth", block: "start" });
}

/** The route of the exercise; a side leads to its first strip. */
const RouteDial = memo(function RouteDial({
  exercise,
  current,
  names,
}: {
  exercise: Exercise;
  current: number | null;
  names: string[];
}) {
  const route = distinct(exercise.strips.map((strip) => strip.key));
  return <Dial route={route} current={current} names={names} onSide={(key) => goTo(exercise, key)} />;
});

/** The bench: the sentence, the dial, the controls and the strips. */
export function Bench({ saved }: BenchProps) {
  const tables = useLoadedTables();
  const draft = useDraft("recipes", saved, tables.blank);
  const { document: recipe, setDocument: setRecipe } = draft;
  const worked = useExercise(recipe);
  const problems: Problem[] = worked.error instanceof ApiError ? worked.error.problems : [];
  const stale = worked.error !== null;
  const exercise = worked.good?.exercise;
  const player = usePlayer(recipe.tempo * (exercise?.pulse ?? 1));
  const { play: start, stop } = player;
  const [options, setOptions] = usePlayOptions();
  const { strip: sounding, loop: looping } = player.state;
  const playing = useRef(player.state);
  useEffect(() => {
    playing.current = player.state;
  }, [player.state]);
  const play = useCallback(
    (from: number, loop: boolean) => {
      const now = playing.current;
      if (loop && now.loop && from === now.strip) stop();
      else if (exercise !== undefined) void start(schedule(exercise, { from, loop, ...options }), from, loop);
    },
    [exercise, options, start, stop],
  );
  const current = exercise?.strips.find((strip) => strip.index === sounding)?.key ?? null;

  return (
    <Box className={classes.bench}>
      <VisuallyHidden component="h1">Bench</VisuallyHidden>
      <BackUndoes wanted={draft.changed && draft.steps.past.length > 0} undo={draft.undo} />
      <TitleBar draft={draft} saved={saved} problems={problems} />
      <Group align="flex-start" wrap="nowrap" gap="xl">
        <Box flex={1}>
          <Sentence recipe={recipe} exercise={exercise} problems={problems} tables={tables} onChange={setRecipe} />
          {exercise && <Facts exercise={exercise} />}
        </Box>
        {exercise && <RouteDial exercise={exercise} current={current} names={exercise.key_names} />}
      </Group>
      <Transport
        recipe={recipe}
        onChange={setRecipe}
        state={player.state}
        options={options}
        onOptions={setOptions}
        onPlay={() => play(0, false)}
        onStop={player.stop}
      />
      <Stack gap="xs" aria-live="polite">
        {player.state.status === "failed" && (
          <Alert color="red" title="The sound could not be loaded">
            The score is not affected. Press play to try again.
          </Alert>
        )}
        {stale && (
          <Alert color="lamp" title={exercise ? "The score shows the last recipe that worked" : "No score yet"}>
            {problems.map((problem) => (
              <Text key={problem.pointer + problem.message} size="sm">
                {problem.message} {problem.cure}
              </Text>
            ))}
          </Alert>
        )}
        {exercise && <RemarkList remarks={exercise.remarks} onCure={(patch) => setRecipe(mergePatch(recipe, patch))} />}
      </Stack>
      {exercise === undefined && !stale && <Skeleton height={140} mt="md" aria-label="Working it out" />}
      {worked.good && (
        <Box mt="sm">
          {recipe.numbers !== "none" && (
            <Box mb="xs">
              <LaneKey />
            </Box>
          )}
          <Strips bench={worked.good} sounding={sounding} looping={looping} stale={stale} onPlay={play} />
        </Box>
      )}
    </Box>
  );
}
