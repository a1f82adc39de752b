import { Text } from "@mantine/core";
import { memo } from "react";
import type { Exercise } from "../../api/types";

/** How long it is, in strips, bars and minutes. */
export const Facts = memo(function Facts({ exercise }: { exercise: Exercise }) {
  const whole = Math.round(exercise.seconds);
  const time = `${Math.floor(whole / 60)} min ${String(whole % 60).padStart(2, "0")} s`;
  const strips = exercise.strips.length;
  return (
    <Text size="sm" c="dimmed" mt={6}>
      {strips} {strips === 1 ? "strip" : "strips"} · {exercise.bars} bars · {time} once through
    </Text>
  );
});
