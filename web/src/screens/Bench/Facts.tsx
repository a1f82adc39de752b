import { Anchor, Group, Text } from "@mantine/core";
import { memo } from "react";
import type { Exercise } from "../../api/types";
import { LaneKey } from "../../parts/LaneKey/LaneKey";
import { lasting } from "../../parts/lasting";
import { goToStrip } from "./following";

/** How long it is, in strips, bars and minutes; how many remarks there are; what the numbers under the notes mean. */
export const Facts = memo(function Facts({ exercise }: { exercise: Exercise }) {
  const strips = exercise.strips.length;
  const remarks = exercise.remarks.filter(({ strip }) => strip !== null);
  return (
    <Group gap="2px 24px" mt={4}>
      <Text size="sm" c="dimmed">
        {strips} {strips === 1 ? "strip" : "strips"} · {exercise.bars} {exercise.bars === 1 ? "bar" : "bars"} ·{" "}
        {lasting(exercise.seconds / 60)}
        {remarks.length > 0 && (
          <>
            {" · "}
            <Anchor
              component="button"
              type="button"
              size="sm"
              onClick={() => goToStrip(remarks[0]?.strip ?? undefined)}
            >
              {remarks.length === 1 ? "1 remark" : `${remarks.length} remarks`}
            </Anchor>
          </>
        )}
      </Text>
      {exercise.recipe.numbers !== "none" && (
        <Group visibleFrom="sm">
          <LaneKey />
        </Group>
      )}
    </Group>
  );
});
