import { Anchor, Box, Group, SegmentedControl, Text, VisuallyHidden } from "@mantine/core";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { Step } from "../../api/types";
import type { OnStand } from "../../parts/documents/onStand";
import { useGuest } from "../../parts/useGuest";
import { layOnBench } from "../../parts/documents/draftStore";
import { EarRoom } from "./ear/EarRoom";
import { LineRoom } from "./LineRoom";
import { SendSound } from "./panels/SendSound";
import classes from "./Stand.module.css";
import { type Mode, type StandSetting, useStandSetting } from "./useStandSetting";

const MODES: { value: Mode; label: string }[] = [
  { value: "line", label: "The line" },
  { value: "improvise", label: "Improvise" },
  { value: "ear", label: "The ear" },
];

/** How what lies on the stand wishes it to be set: a step of a routine, an assignment, what mends a slip. */
function wishOf({ routine, curtain, ladder }: OnStand, own: StandSetting): Partial<StandSetting> {
  const step = routine?.routine.steps[routine.place];
  if (step?.kind === "recipe") return settingOf(step, own);
  return {
    ...(curtain === undefined ? {} : { curtain }),
    ...(ladder === undefined ? {} : { mode: "line", climbs: true, ladder }),
  };
}

/** How a step of a routine sets the stand. */
function settingOf(step: Extract<Step, { kind: "recipe" }>, own: StandSetting): Partial<StandSetting> {
  const { curtain, ladder, repeats, rule, backing, listens } = step;
  return {
    ...(listens && own.listening === "nobody" ? { listening: "microphone" } : {}),
    mode: rule === null ? "line" : "improvise",
    curtain,
    backing,
    rounds: { repeats, root_every: 0 },
    climbs: ladder !== null,
    ...(ladder === null ? {} : { ladder }),
    ...(rule === null ? {} : { rule }),
  };
}

/** The stand: what lies on it, and whether the line is practised, something is improvised over it, or the ear trained. */
export function Stand({ lying, onNext }: { lying: OnStand; onNext: () => void }) {
  const { recipe } = lying;
  const navigate = useNavigate();
  const guest = useGuest();
  const { setting, set } = useStandSetting((own) => wishOf(lying, own));
  const [place, setPlace] = useState(lying.strip);
  const [tempo, setTempo] = useState<number>(recipe.tempo);
  const [sentence, setSentence] = useState("");
  return (
    <Box className={classes.stand}>
      <title>{`${recipe.title || "Stand"} · Dodecant`}</title>
      <VisuallyHidden component="h1">Stand</VisuallyHidden>
      <Group justify="space-between" wrap="nowrap" align="center" className={classes.top}>
        <Text className={classes.sentence} lineClamp={2}>
          {sentence}
        </Text>
        <SegmentedControl
          aria-label="What is practised"
          className={classes.modes}
          value={setting.mode}
          data={MODES}
          onChange={(mode) => set({ mode })}
        />
        <SendSound recipe={recipe} strip={place} backing={setting.backing} tempo={tempo} />
        {!guest && (
          <Anchor
            component="button"
            type="button"
            onClick={() => {
              layOnBench(recipe);
              void navigate(lying.id ? `/bench/${lying.id}` : "/bench");
            }}
          >
            Open on the bench
          </Anchor>
        )}
      </Group>
      {setting.mode === "ear" ? (
        <EarRoom recipe={recipe} strip={place} setting={setting} set={set} />
      ) : (
        <LineRoom
          key={setting.mode}
          lying={lying}
          onNext={onNext}
          setting={setting}
          set={set}
          place={place}
          onPlace={setPlace}
          ownTempo={tempo}
          onTempo={setTempo}
          onSentence={setSentence}
        />
      )}
    </Box>
  );
}
