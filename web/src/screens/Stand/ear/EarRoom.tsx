import { Alert, Button, Group, Skeleton, Stack, Text } from "@mantine/core";
import { useWindowEvent } from "@mantine/hooks";
import { IconPlayerPlayFilled } from "@tabler/icons-react";
import { useState } from "react";
import type { EarQuestion, Recipe } from "../../../api/types";
import { exerciseQuery } from "../../../parts/queries";
import { useQuery } from "@tanstack/react-query";
import { tell } from "../../../parts/tell";
import { eventsOf } from "../../../sound/listening";
import { usePlayer } from "../../../sound/usePlayer";
import classes from "../Stand.module.css";
import { EarFields } from "./EarFields";
import { type Score, asked, missedIn, scored } from "./ear";
import { earFor, keysOf } from "./earFor";
import { sungBack, useQuestions } from "../queries";
import { TYPED_INTO } from "../useStandKeys";
import type { SetSetting, StandSetting } from "../useStandSetting";

interface EarRoomProps {
  recipe: Recipe;
  strip: number;
  setting: StandSetting;
  set: SetSetting;
}

const TEMPO = 84;
const WIDTH = 600;

/** The ear: degrees named, sounds told apart, phrases sung back, over a drone; scored by degree. */
export function EarRoom({ recipe, strip, setting, set }: EarRoomProps) {
  const { data: bench } = useQuery(exerciseQuery(recipe, [WIDTH]));
  const due = bench?.exercise.strips[strip];
  const { data: questions, error } = useQuestions(recipe, strip, setting.ear);
  const [number, setNumber] = useState(0);
  const [told, setTold] = useState("");
  const [score, setScore] = useState<Score>({});
  const player = usePlayer(TEMPO);
  const question = questions?.[number];
  const change = (ear: Partial<StandSetting["ear"]>) => {
    set({ ear: { ...setting.ear, ...ear } });
    setNumber(0);
    setTold("");
  };
  const hear = (one: EarQuestion) => player.play(asked(one), 0, false);
  const on = (to: number) => {
    setTold("");
    setNumber(to);
    const next = questions?.[to];
    if (next) void hear(next);
  };
  const answer = (option: number) => {
    if (question === undefined || question.answer === null || told) return;
    setTold(question.told[option] ?? "");
    setScore((now) => scored(now, question.options[question.answer ?? 0] ?? "", option === question.answer));
  };
  useWindowEvent("keydown", (event) => {
    const at = event.target as HTMLElement;
    if (at.closest(TYPED_INTO) || event.ctrlKey || event.metaKey || event.altKey) return;
    const place = Number(event.key) - 1;
    if (question?.options[place] !== undefined) answer(place);
    else if (event.key === "h" && question) void hear(question);
    else if (event.key === "n" && told && number + 1 < (questions?.length ?? 0)) on(number + 1);
  });
  const singBack = async (one: EarQuestion) => {
    if (due === undefined) return;
    try {
      const ear = await earFor(setting.listening, keysOf(due));
      if (ear === null)
        throw new Error("Choose who is listened to: the microphone, a MIDI device, or the computer’s keys.");
      const began = performance.now();
      const wait = (one.notes.length + 3) * (60_000 / TEMPO);
      setTold("Listening …");
      window.setTimeout(() => {
        ear.stop();
        const events = eventsOf(ear.heard, began, 0);
        sungBack(
          recipe,
          strip,
          one.notes.map(({ pitch }) => pitch),
          events,
        ).then(
          ({ right, words }) => {
            setTold(words);
            setScore((now) =>
              one.notes.reduce((sum, note, place) => scored(sum, note.degree, right[place] ?? false), now),
            );
          },
          (fault: unknown) => tell("It could not be judged", fault),
        );
      }, wait);
    } catch (fault) {
      tell("Could not listen", fault);
    }
  };
  const missed = missedIn(score);
  return (
    <Stack className={classes.page} gap="lg">
      <EarFields setting={setting} set={set} onChange={change} />
      {error && (
        <Alert color="lamp" title="No questions could be made">
          {error.message}
        </Alert>
      )}
      {question === undefined && !error && questions === undefined && <Skeleton height={120} />}
      {question !== undefined && (
        <>
          <Text className={classes.question}>
            {due ? `${due.sounding.text}. ` : ""}
            {question.words}
          </Text>
          <Group>
            <Button size="xl" leftSection={<IconPlayerPlayFilled size={24} />} onClick={() => void hear(question)}>
              Hear it
            </Button>
            {question.answer === null && (
              <Button size="xl" variant="light" onClick={() => void singBack(question)}>
                Sing it back
              </Button>
            )}
            <Text size="lg" c="dimmed">
              {number + 1} of {questions?.length}
            </Text>
          </Group>
          <Group gap="sm" role="group" aria-label="Answers">
            {question.options.map((option, place) => (
              <Button key={option} size="lg" variant="default" disabled={told !== ""} onClick={() => answer(place)}>
                {option}
              </Button>
            ))}
          </Group>
          <Group mih="3.2rem">
            <Text size="xl" fw={600} role="status">
              {told}
            </Text>
            {told && number + 1 < (questions?.length ?? 0) && (
              <Button size="lg" onClick={() => on(number + 1)}>
                The next one
              </Button>
            )}
            {told && number + 1 === questions?.length && (
              <Button size="lg" onClick={() => change({ seed: setting.ear.seed + 1, missed })}>
                Another set, oftener what you missed
              </Button>
            )}
          </Group>
        </>
      )}
      <ScoreTold score={score} />
    </Stack>
  );
}

function ScoreTold({ score }: { score: Score }) {
  const rows = Object.entries(score);
  if (rows.length === 0) return null;
  return (
    <Group gap="lg" role="group" aria-label="Right so far">
      {rows.map(([name, { right, asked: all }]) => (
        <Text key={name} size="lg">
          <b>{name}</b>: {right} of {all}
        </Text>
      ))}
    </Group>
  );
}
