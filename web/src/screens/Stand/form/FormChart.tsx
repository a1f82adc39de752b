import { Box, Group, Skeleton, Switch, Text, Title } from "@mantine/core";
import { useState } from "react";
import type { Exercise, FormBar, FreeRule, Strip } from "../../../api/types";
import type { Moment } from "../../../sound/standSchedule";
import { labelOf, useLoadedTables } from "../../../parts/tables";
import { useForm } from "../queries";
import classes from "../Stand.module.css";

interface FormChartProps {
  exercise: Exercise;
  strip: Strip;
  rule: FreeRule;
  moment: Moment | null;
}

/** What one improvises over: the chords of the form, the bar that sounds, the sounds on demand; never the line itself. */
export function FormChart({ exercise, strip, rule, moment }: FormChartProps) {
  const words = labelOf(useLoadedTables(), "FreeRule.kind", rule.kind);
  const [sounds, setSounds] = useState(false);
  const { data, error } = useForm(exercise.recipe, strip.index, rule);
  const chorus = moment?.passage.time ?? 1;
  const now = moment === null ? 0 : Math.floor(moment.place / exercise.bar) + 1;
  const changes = data?.some(({ chords }) => chords.length > 0);
  return (
    <Box component="section" className={classes.due} aria-label={strip.heading} data-due>
      <Group justify="space-between" align="baseline">
        <Title order={2} className={classes.heading}>
          {strip.heading}
          {moment && <Text span className={classes.chorus}>{`Chorus ${chorus}`}</Text>}
          {moment?.cue && <Text span className={classes.cue}>{`Next: ${moment.cue}`}</Text>}
        </Title>
        {changes && (
          <Switch
            label="Sounds under the chords"
            checked={sounds}
            onChange={(event) => setSounds(event.currentTarget.checked)}
          />
        )}
      </Group>
      <Text c="dimmed">
        {words}, {rule.choruses} {rule.choruses === 1 ? "chorus" : "choruses"}
      </Text>
      {error && (
        <Text c="var(--mantine-color-error)" role="alert">
          {error.message}
        </Text>
      )}
      {data === undefined && !error && <Skeleton height={160} />}
      {data && changes && (
        <ol className={classes.form} aria-label="The form">
          {data.map((bar) => (
            <Bar key={bar.number} bar={bar} sounds={sounds} chorus={chorus} now={bar.number === now} />
          ))}
        </ol>
      )}
      {data && !changes && <Text className={classes.formula}>{strip.formula}</Text>}
    </Box>
  );
}

function Bar({ bar, sounds, chorus, now }: { bar: FormBar; sounds: boolean; chorus: number; now: boolean }) {
  return (
    <li className={classes.formBar} aria-current={now ? "step" : undefined}>
      <Text size="xs" c="dimmed" span>
        {[bar.section, bar.number].filter(Boolean).join(" ")}
      </Text>
      <div className={classes.formChords}>
        {bar.chords.length === 0 && (
          <Text span c="dimmed" role="img" aria-label="the same chord">
            %
          </Text>
        )}
        {bar.chords.map((chord) => (
          <span key={chord.beat}>
            {chord.symbol}
            {sounds && (
              <Text size="sm" c="dimmed">
                {chord.sounds[(chorus - 1) % Math.max(1, chord.sounds.length)]}
              </Text>
            )}
          </span>
        ))}
      </div>
    </li>
  );
}
