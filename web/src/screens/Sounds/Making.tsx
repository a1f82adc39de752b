import { Alert, Button, Checkbox, Group, Stack, Text, TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { answered, client } from "../../api/client";
import { useShelfActions } from "../../api/shelves";
import type { LaidOpen as Sound, ScaleChoice, Tables } from "../../api/types";
import { ScalePicker } from "../../parts/music/ScalePicker";
import { nameOf, soundAddress } from "../../parts/music/scales";

interface MakingProps {
  sound: Sound;
  tables: Tables;
}

/** A scale of one's own out of this one: joined with another, with leading tones, or typed; named and saved. */
export function Making({ sound, tables }: MakingProps) {
  const navigate = useNavigate();
  const { add } = useShelfActions("scales");
  const [joined, setJoined] = useState<ScaleChoice | null>(null);
  const [leading, setLeading] = useState<number[]>([]);
  const [typed, setTyped] = useState<string | null>(null);
  const [name, setName] = useState("");
  const scales = joined === null ? [sound.scale] : [sound.scale, joined];
  const made = useQuery({
    queryKey: ["made", scales, leading],
    queryFn: () => answered(client.POST("/api/sounds/makings", { body: { scales, leading, name: "" } })),
    retry: false,
  });
  const degrees = typed ?? made.data?.degrees ?? "";
  const plain = useQuery({
    queryKey: ["made", scales, []],
    queryFn: () => answered(client.POST("/api/sounds/makings", { body: { scales, leading: [], name: "" } })),
    retry: false,
  });
  const steps = plain.data?.degrees.split(" ") ?? [];
  const called = name.trim() || made.data?.name || "own scale";
  const own = { name: called.slice(0, 40), degrees };
  const save = () =>
    add.mutate(own, {
      onSuccess: (saved) => void navigate(soundAddress(saved.document, sound.tonic)),
    });
  return (
    <Stack gap="sm" maw="var(--measure)">
      <Group align="flex-end">
        <div style={{ flex: 1 }}>
          <ScalePicker
            label={`Join ${nameOf(sound.scale, tables)} with`}
            tables={tables}
            value={joined}
            onChange={(next) => {
              setJoined(next);
              setLeading([]);
              setTyped(null);
            }}
          />
        </div>
        <Button variant="default" disabled={joined === null} onClick={() => setJoined(null)}>
          With nothing
        </Button>
      </Group>
      {steps.length > 0 && (
        <Checkbox.Group
          label="Lead into these steps from a half step below"
          value={leading.map(String)}
          onChange={(values) => {
            setLeading(values.map(Number));
            setTyped(null);
          }}
        >
          <Group mt={6}>
            {steps.map((step, place) => (
              <Checkbox key={step} value={String(place + 1)} label={step} />
            ))}
          </Group>
        </Checkbox.Group>
      )}
      {made.isError && <Alert color="lamp">{made.error.message}</Alert>}
      <TextInput
        label="Its degrees"
        description="3 to 12 of them against the major scale, rising from 1."
        value={degrees}
        error={add.isError ? add.error.message : undefined}
        spellCheck={false}
        onChange={(event) => setTyped(event.currentTarget.value)}
      />
      <TextInput
        label="What you call it"
        maxLength={40}
        description={called && `Empty: ${called}.`}
        value={name}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <Group>
        <Button loading={add.isPending} disabled={degrees === ""} onClick={save}>
          Save my scale
        </Button>
        <Button
          variant="default"
          disabled={degrees === ""}
          onClick={() => void navigate(soundAddress(own, sound.tonic))}
        >
          Show this scale
        </Button>
        <Text size="sm" c="dimmed" flex={1}>
          A saved scale is in every list of sounds.
        </Text>
      </Group>
    </Stack>
  );
}
