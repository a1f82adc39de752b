import { Button, Group, Select, Stack, Text, Title } from "@mantine/core";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answered, client } from "../../api/client";
import type { ChangesDraft, Chord, ScaleChoice, Tables } from "../../api/types";
import { ScalePicker } from "../../parts/music/ScalePicker";
import { tell } from "../../parts/tell";
import { without } from "./choices";

interface LaySoundProps {
  document: ChangesDraft;
  selected: Chord[];
  tables: Tables;
  onChoose: (choices: ChangesDraft["choices"]) => void;
}

/** One sound laid across several chords. */
export function LaySound({ document, selected, tables, onChoose }: LaySoundProps) {
  const first = selected.find((chord) => chord.root !== "");
  const [tonic, setTonic] = useState(first?.root ?? "C");
  const [scale, setScale] = useState<ScaleChoice>("minor-blues");
  const names = [...new Set([...selected.map((chord) => chord.root).filter(Boolean), ...tables.major_keys])];
  const lay = useMutation({
    mutationFn: () => {
      const chords = selected.map((chord) => chord.number);
      return answered(client.POST("/api/changes/laid", { body: { draft: document, chords, tonic, scale } }));
    },
    onSuccess: ({ choices }) => onChoose(choices),
    onError: (error) => tell("The sound could not be used", error),
  });
  return (
    <Stack gap="sm">
      <Title order={2} size="h3">
        {selected.map((chord) => chord.text).join(" · ")}
      </Title>
      <Text>One sound laid across these {selected.length} chords.</Text>
      <Group align="flex-end">
        <Select
          label="On"
          w="var(--field-s)"
          data={names}
          value={tonic}
          onChange={(next) => next !== null && setTonic(next)}
        />
        <div style={{ flex: 1 }}>
          <ScalePicker label="Sound over all of them" tables={tables} value={scale} onChange={setScale} />
        </div>
        <Button loading={lay.isPending} onClick={() => lay.mutate()}>
          Use it over these
        </Button>
        <Button variant="default" onClick={() => onChoose(without(document.choices, selected))}>
          Use the best fits
        </Button>
      </Group>
    </Stack>
  );
}
