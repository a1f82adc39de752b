import { Alert, Button, CloseButton, Group, Skeleton, Stack, Text } from "@mantine/core";
import { useMediaQuery } from "@mantine/hooks";
import { useEffect, useState } from "react";
import type { Slip, Strip } from "../../api/types";
import { problemsOf } from "../../parts/problemAt";
import { BackingPanel } from "./panels/BackingPanel";
import { Controls } from "./Controls";
import { FormChart } from "./form/FormChart";
import { HowItWent } from "./takes/HowItWent";
import { PractisePanel } from "./panels/PractisePanel";
import { Result } from "./takes/Result";
import { RoutineBar } from "./RoutineBar";
import { StandStrip } from "./StandStrip";
import classes from "./Stand.module.css";
import { shownLeft } from "./curtain";
import { heardAs, useWorkedOut } from "./queries";
import { waits } from "./takes/sitting";
import { useLargeness } from "./useLargeness";
import { type LinePractice, type Practised, useLinePractice } from "./useLinePractice";
import { headingOf } from "./usePerformance";

const NARROW = "(max-width: 48em)";
const NONE: readonly Slip[] = [];

interface LineRoomProps extends Practised {
  onSentence: (sentence: string) => void;
}

/** The strip that is due, large, played as it stands or improvised over; the band, the tempo, what is said of a take. */
export function LineRoom({ onSentence, ...practised }: LineRoomProps) {
  const { lying, setting, set, place } = practised;
  const [peeks, setPeeks] = useState(false);
  const narrow = useMediaQuery(NARROW); // what is said of a take comes first there, in sight
  const { ref, width, suit } = useLargeness();
  const { data, error } = useWorkedOut(lying.recipe, width);
  const exercise = data?.exercise;
  if (exercise !== undefined) suit(exercise.strips[place]?.bars.length ?? 0);
  useEffect(() => onSentence(exercise?.sentence ?? ""), [exercise, onSentence]);
  const practice = useLinePractice(practised, exercise, setPeeks);
  const { now, strip, next, playing, moment, taken, asked, does } = practice;

  if (error)
    return (
      <Alert m="lg" color="lamp" title="The stand cannot open this">
        {error.message}
      </Alert>
    );
  const said = strip && <SaidOfIt practised={practised} practice={practice} strip={strip} />;
  const shared = { width, curtain: setting.curtain, peeks };
  return (
    <>
      {lying.routine && (
        <RoutineBar
          of={lying.routine}
          assignment={lying.assignment}
          clean={now.clean}
          strips={exercise?.strips.length ?? 0}
          onStep={practised.onNext}
        />
      )}
      <Stack ref={ref} className={classes.page} gap="sm">
        {exercise === undefined || strip === undefined ? (
          <Skeleton height={220} role="img" aria-label="Working it out" />
        ) : (
          <>
            {narrow && said}
            {setting.mode === "improvise" ? (
              <FormChart exercise={exercise} strip={strip} rule={setting.rule} moment={moment} />
            ) : (
              <StandStrip
                {...shared}
                exercise={exercise}
                strip={strip}
                picture={data?.first.index === strip.index ? data.first.svg : undefined}
                slips={taken && !asked ? taken.judged.slips : NONE}
                cue={moment?.cue ?? ""}
              />
            )}
            {!narrow && said}
            {next && !taken && setting.mode === "line" && (
              <StandStrip {...shared} exercise={exercise} strip={next} picture={undefined} slips={NONE} next />
            )}
          </>
        )}
      </Stack>
      <Controls
        playing={playing}
        busy={practice.busy || exercise === undefined}
        word={setting.listening === "nobody" ? "Start" : "Play a take"}
        tempo={practice.tempo}
        left={moment === null ? "" : shownLeft(moment.left, setting.barsLeft)}
        curtain={setting.curtain}
        first={practice.at === 0}
        last={practice.last}
        onStart={does.start}
        onTempo={does.tempo}
        onPlace={does.go}
        onCurtain={(curtain) => set({ curtain })}
        onReference={does.hear}
        backing={<BackingPanel setting={setting} set={set} problems={problemsOf(practice.bandError)} />}
        practice={
          <PractisePanel
            setting={setting}
            set={set}
            rung={practice.rung}
            bars={now.bars}
            onBars={does.bars}
            most={strip?.bars.length ?? 1}
            problems={problemsOf(practice.bandError)}
          />
        }
      />
    </>
  );
}

/** Between the strip and the next one: which bars are practised, what is said of a take, where the ladder has led. */
function SaidOfIt(props: { practised: Practised; practice: LinePractice; strip: Strip }) {
  const { practised, practice, strip } = props;
  const { lying, setting } = practised;
  const { now, next, playing, taken, logging, does } = practice;
  const { bars } = now;
  const some = bars.first_bar > 0 || bars.last_bar > 0;
  const played = taken?.bars ?? bars;
  return (
    <>
      {some && (
        <Group gap={4}>
          <Text size="lg">
            Only bars {bars.first_bar || 1} to {bars.last_bar || strip.bars.length}
          </Text>
          <CloseButton aria-label="All bars again" onClick={does.allBars} />
        </Group>
      )}
      {waits(now) && !playing && (
        <Text size="lg" role="status">
          Nothing was heard, three times in a row. It waits for you; what is listened to is set under Practice.
        </Text>
      )}
      {logging.written && !playing && <HowItWent minutes={logging.written.entry.minutes} onSay={logging.say} />}
      {!playing && (
        <Result
          improvised={now.phase.at === "improvised" ? now.phase.report : null}
          taken={taken}
          about={{ recipe: lying.recipe, strip: strip.index, ...heardAs(setting), rounds: played }}
          heading={headingOf(strip, played)}
          asked={practice.asked}
          real={practice.real}
          strip={strip}
          slower={practice.slower}
          onNamed={does.nameSlip}
          onAgain={does.start}
          onTempo={does.tempo}
          onOnly={does.only}
          onMend={does.mend}
        />
      )}
      {practice.topReached && (
        <Text size="lg" role="status">
          The top of the ladder, reached clean. Rest a little; then{" "}
          {next ? (
            <Button variant="subtle" size="compact-lg" onClick={() => does.go(1)}>
              on to {next.heading}
            </Button>
          ) : (
            "that is all of it."
          )}
        </Text>
      )}
    </>
  );
}
