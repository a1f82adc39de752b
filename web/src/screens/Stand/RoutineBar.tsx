import { Button, Group, Text } from "@mantine/core";
import { useEffect, useState } from "react";
import type { OnStand } from "../../parts/documents/onStand";
import { putStepOnStand } from "../../parts/documents/onStand";
import classes from "./Stand.module.css";

interface RoutineBarProps {
  of: NonNullable<OnStand["routine"]>;
  /** The assignment it is practised for. */
  assignment: number | undefined;
  /** Clean takes of each strip, since the step began, and how many strips there are. */
  clean: Readonly<Record<number, number>>;
  strips: number;
  /** The next step was put on the stand. */
  onStep: () => void;
}

const MINUTE = 60_000;

/** Which step of a routine is on the stand, and what opens the next one; free tasks in between are told. */
export function RoutineBar({ of: { routine, place, id }, assignment, clean, strips, onStep }: RoutineBarProps) {
  const [minutes, setMinutes] = useState(0);
  useEffect(() => {
    const begun = Date.now();
    const timer = window.setInterval(() => setMinutes(Math.floor((Date.now() - begun) / MINUTE)), MINUTE / 4);
    return () => window.clearInterval(timer);
  }, []);
  const step = routine.steps[place];
  const following = routine.steps.findIndex((one, other) => other > place && one.kind === "recipe");
  const tasks = routine.steps.slice(place + 1, following < 0 ? undefined : following);
  const needed = step?.gate.kind === "takes" ? step.gate.takes : 0;
  const places = Array.from({ length: strips }, (_, strip) => Math.max(0, needed - (clean[strip] ?? 0)));
  const missing = places.reduce((sum, one) => sum + one, 0);
  const open = needed === 0 || (strips > 0 && missing === 0);
  const alone = routine.steps.length === 1;
  return (
    <Group className={classes.routine} gap="md">
      <Text flex={1}>
        <b>{routine.title}</b>
        {!alone && `, step ${place + 1} of ${routine.steps.length}`}
        {step?.title ? `: ${step.title}` : ""}. {!open && toGo(missing, following < 0)}
        {open && needed > 0 && following < 0 && "Every key is clean: it is done. "}
        {tasks.map((task) => task.kind === "task" && `Then ${task.title}, ${task.minutes} minutes: ${task.rule} `)}
        {minutes >= routine.break_after && "Time for a break of two minutes."}
      </Text>
      {following >= 0 ? (
        <Button
          variant={open ? "filled" : "default"}
          onClick={() => putStepOnStand(routine, following, id, assignment) && onStep()}
        >
          {open ? "Next step" : "Continue anyway"}
        </Button>
      ) : (
        !alone && <Text>The last step.</Text>
      )}
    </Group>
  );
}

/** How many clean takes are missing. */
function toGo(missing: number, last: boolean): string {
  const takes = `${missing} clean ${missing === 1 ? "take" : "takes"}`;
  if (last) return `${takes} to go. `;
  return `${takes} ${missing === 1 ? "opens" : "open"} the next one. `;
}
