import { ActionIcon, Box } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { IconBook2 } from "@tabler/icons-react";
import { memo, useDeferredValue, useMemo } from "react";
import { useNavigate } from "react-router";
import type { Bench, Exercise, Recipe, Remark, Strip } from "../../api/types";
import { putOnStand } from "../../parts/documents/onStand";
import { type Shown, useShown } from "../../parts/shown";
import { StripView } from "../../parts/StripView/StripView";
import classes from "./Bench.module.css";
import { withPins } from "./pins";
import { RemarkList } from "./RemarkList";
import { WhyFinger } from "./why/WhyFinger";
import { WhyHere } from "./why/WhyHere";

interface StripsProps {
  bench: Bench;
  /** Index of the strip that sounds, or null. */
  sounding: number | null;
  looping: boolean;
  stale: boolean;
  onPlay: (index: number, loop: boolean) => void;
  onChange: (recipe: Recipe) => void;
  onCure: (patch: unknown) => void;
}

const NONE: Remark[] = [];

/** All strips. The first answers at once; the others follow when the page has time for them. */
export function Strips(props: StripsProps) {
  const later = useDeferredValue<Bench | null>(props.bench, null);
  const [shown] = useShown();
  return (
    <Box className={classes.strips} style={{ "--columns": props.bench.columns }}>
      <StripRange {...props} shown={shown} from={0} to={1} />
      {later && <StripRange {...props} shown={shown} bench={later} from={1} to={later.exercise.strips.length} />}
    </Box>
  );
}

/** Some of the strips; their pictures are fetched when the hand has left the keys. */
const StripRange = memo(function StripRange(props: StripsProps & { from: number; to: number; shown: Shown }) {
  const { bench, sounding, looping, stale, onPlay, onChange, onCure, from, to, shown } = props;
  const { exercise, first } = bench;
  const [settled] = useDebouncedValue(exercise, 250);
  const remarks = useMemo(() => Map.groupBy(exercise.remarks, (remark) => remark.strip), [exercise]);
  return exercise.strips
    .slice(from, to)
    .map((strip) => (
      <StripView
        key={strip.index}
        recipe={exercise.recipe}
        strip={strip}
        width={first.width}
        picture={strip.index === first.index ? first.svg : undefined}
        remarks={<RemarkList remarks={remarks.get(strip.index) ?? NONE} onCure={onCure} quiet />}
        sounding={strip.index === sounding}
        repeated={looping && strip.index === sounding}
        settled={settled === exercise}
        stale={stale}
        shown={shown}
        bar={exercise.bar}
        asked={<Asked exercise={exercise} strip={strip} onChange={onChange} />}
        onPlay={onPlay}
      />
    ));
});

interface AskedProps {
  exercise: Exercise;
  strip: Strip;
  onChange: (recipe: Recipe) => void;
}

/** What more can be done with a strip: practise it, ask for its joins and its fingers. */
const Asked = memo(function Asked({ exercise, strip, onChange }: AskedProps) {
  const { recipe } = exercise;
  const { fingering } = recipe;
  const navigate = useNavigate();
  return (
    <>
      <ActionIcon
        size={24}
        variant="subtle"
        aria-label={`Practise ${strip.heading}`}
        onClick={() => {
          putOnStand(recipe, strip.index);
          void navigate("/stand");
        }}
      >
        <IconBook2 size={17} />
      </ActionIcon>
      {exercise.explains_joins && <WhyHere recipe={recipe} strip={strip} />}
      {fingering && (
        <WhyFinger
          recipe={recipe}
          strip={strip}
          onPin={(pin) => {
            const others = fingering.pins.filter(({ note, key }) => note !== pin.note || key !== pin.key);
            onChange({ ...recipe, fingering: withPins(fingering, [...others, pin]) });
          }}
        />
      )}
    </>
  );
});
