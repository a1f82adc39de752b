import { Anchor, Button, Group, MultiSelect, Stack, Text, Title } from "@mantine/core";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { useWay } from "./queries";
import type { LaidOpen as Sound, ScaleChoice, Tables } from "../../api/types";
import { choiceOf, nameOf, scaleOptions, soundAddress } from "../../parts/music/scales";
import { limitsOf } from "../../parts/tables";
import { layOnBench } from "../../parts/documents/draftStore";
import { Fact } from "./Fact";
import classes from "./Sounds.module.css";

interface AroundItProps {
  sound: Sound;
  tables: Tables;
}

type Step = Sound["neighbours"][number];

/** Sounds one altered note away, the modes of its family, and ways from here to other sounds. */
export function AroundIt({ sound, tables }: AroundItProps) {
  return (
    <Stack gap="lg">
      <div className={classes.map} role="group" aria-label="One altered note away">
        <Side name="lower one note" steps={sound.neighbours.filter((step) => !step.raises)} tonic={sound.tonic} />
        <div className={classes.centre}>
          {sound.tonic} {sound.name}
        </div>
        <Side name="raise one note" steps={sound.neighbours.filter((step) => step.raises)} tonic={sound.tonic} />
      </div>
      <dl className={classes.facts}>
        <Fact name={`The same tones from (${sound.family})`}>
          {sound.modes.slice(1).map((mode) =>
            mode.scale === null ? (
              <Text key={mode.tonic} component="span" mr="md" c="dimmed">
                {mode.tonic}
              </Text>
            ) : (
              <Anchor key={mode.tonic} component={Link} to={soundAddress(mode.scale, mode.tonic)} mr="md">
                {mode.tonic} {mode.name}
              </Anchor>
            ),
          )}
        </Fact>
      </dl>
      <Ways sound={sound} tables={tables} />
    </Stack>
  );
}

function Side({ name, steps, tonic }: { name: string; steps: Step[]; tonic: string }) {
  return (
    <div>
      <Text size="sm" c="dimmed">
        {name}
      </Text>
      {steps.map((step) => (
        <Anchor key={step.scale} component={Link} to={soundAddress(step.scale, tonic)} display="block">
          {step.name} ({step.before} to {step.after})
        </Anchor>
      ))}
      {steps.length === 0 && <Text c="dimmed">nothing named</Text>}
    </div>
  );
}

/** The shortest way from this sound through chosen ones. */
function Ways({ sound, tables }: AroundItProps) {
  const navigate = useNavigate();
  const [through, setThrough] = useState<string[]>([]);
  const way = useWay([sound.scale, ...through.map(choiceOf)]);
  const chain: ScaleChoice[] = [sound.scale, ...(way.data ?? []).map((step) => step.scale)];
  const toBench = () => {
    const recipe = sound.exercise.recipe;
    const fresh = tables.fresh.sounds["morph"];
    const most = limitsOf(tables, "MorphingSounds.scales").most;
    if (fresh?.kind === "morph") layOnBench({ ...recipe, sounds: { ...fresh, scales: chain.slice(0, most) } });
    void navigate("/bench");
  };
  return (
    <section aria-label="A way by one note at a time">
      <Title order={2} size="h4" mb={6}>
        A way by one note at a time
      </Title>
      <MultiSelect
        label={`From ${sound.tonic} ${sound.name} through`}
        description="Choose one sound or several."
        data={scaleOptions(tables)}
        value={through}
        maxValues={5}
        searchable
        clearable
        error={way.isError && through.length > 0 ? way.error.message : undefined}
        onChange={setThrough}
      />
      {through.length > 0 && way.data && (
        <Group mt="sm" gap="sm" align="center">
          <Text flex={1} role="status">
            {nameOf(sound.scale, tables)}
            {way.data.map((step) => ` → ${step.name} (${step.before} to ${step.after})`).join("")}
          </Text>
          <Button variant="light" onClick={toBench}>
            Open the chain on the bench
          </Button>
        </Group>
      )}
    </section>
  );
}
