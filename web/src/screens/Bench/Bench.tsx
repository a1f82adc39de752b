import { Alert, Box, Group, Skeleton, Stack, Text, VisuallyHidden } from "@mantine/core";
import { ApiError } from "../../api/client";
import { useExercise } from "../../api/queries";
import type { Exercise, Problem, Saved, Tables } from "../../api/types";
import { Dial } from "../../parts/Dial/Dial";
import { LaneKey } from "../../parts/LaneKey/LaneKey";
import { StripView } from "../../parts/StripView/StripView";
import { distinct } from "../../parts/keys";
import { mergePatch } from "../../parts/patch";
import { usePlayer } from "../../sound/usePlayer";
import classes from "./Bench.module.css";
import { Facts } from "./Facts";
import { RemarkList } from "./RemarkList";
import { Sentence } from "./Sentence";
import { TitleBar } from "./TitleBar";
import { Transport, usePlayOptions } from "./Transport";
import { useDraft } from "./useDraft";

interface BenchProps {
  tables: Tables;
  /** The saved recipe on the bench; none for a new one. */
  saved: Saved | undefined;
}

function goTo(exercise: Exercise, key: number) {
  const strip = exercise.strips.find((candidate) => candidate.key === key);
  document.getElementById(`strip-${strip?.index}`)?.scrollIntoView({ behavior: "smooth", block: "start" });
}

/** The bench: the sentence, the dial, the controls and the strips. */
export function Bench({ tables, saved }: BenchProps) {
  const draft = useDraft(saved, tables.blank);
  const { recipe, setRecipe } = draft;
  const worked = useExercise(recipe);
  const problems: Problem[] = worked.error instanceof ApiError ? worked.error.problems : [];
  const stale = worked.error !== null;
  const exercise = worked.good?.exercise;
  const player = usePlayer(recipe.tempo);
  const [options, setOptions] = usePlayOptions();
  const { strip: sounding, loop: looping } = player.state;
  const play = (from: number, loop: boolean) => {
    if (loop && looping && from === sounding) player.stop();
    else if (exercise !== undefined) void player.play(exercise, { from, loop, ...options });
  };
  const current = exercise?.strips.find((strip) => strip.index === sounding)?.key ?? null;

  return (
    <Box className={classes.bench}>
      <VisuallyHidden component="h1">Bench</VisuallyHidden>
      <TitleBar draft={draft} saved={saved} problems={problems} />
      <Group align="flex-start" wrap="nowrap" gap="xl">
        <Box flex={1}>
          <Sentence recipe={recipe} exercise={exercise} problems={problems} tables={tables} onChange={setRecipe} />
          {exercise && <Facts exercise={exercise} />}
        </Box>
        {exercise && (
          <Dial
            route={distinct(exercise.strips.map((strip) => strip.key))}
            current={current}
            names={tables.major_keys}
            onSide={(key) => goTo(exercise, key)}
          />
        )}
      </Group>
      <Transport
        recipe={recipe}
        onChange={setRecipe}
        state={player.state}
        options={options}
        onOptions={setOptions}
        onPlay={() => play(0, false)}
        onStop={player.stop}
        majorKeys={tables.major_keys}
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
        {exercise && (
          <RemarkList
            remarks={exercise.remarks}
            strips={exercise.strips}
            onCure={(patch) => setRecipe(mergePatch(recipe, patch))}
          />
        )}
      </Stack>
      {exercise === undefined && !stale && <Skeleton height={140} mt="md" aria-label="Working it out" />}
      {exercise && (
        <Box mt="sm">
          {recipe.numbers !== "none" && (
            <Box mb="xs">
              <LaneKey />
            </Box>
          )}
          {exercise.strips.map((strip) => (
            <StripView
              key={strip.index}
              recipe={exercise.recipe}
              strip={strip}
              picture={strip.index === 0 ? worked.good?.first.svg : undefined}
              remarks={exercise.remarks.filter((remark) => remark.strip === strip.index)}
              sounding={strip.index === sounding}
              repeated={looping && strip.index === sounding}
              stale={stale}
              onPlay={play}
            />
          ))}
        </Box>
      )}
    </Box>
  );
}
