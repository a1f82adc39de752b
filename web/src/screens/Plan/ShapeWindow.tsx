import { Button, Group, Select, Stack, Text } from "@mantine/core";
import { useState } from "react";
import { usePlayers } from "../../api/studio";
import type { Filling, Routine, Tables } from "../../api/types";
import { KeyChips } from "../../parts/fields/KeyChips";
import { bySection } from "../../parts/music/instruments";
import { ScalePicker } from "../../parts/music/ScalePicker";
import { problemAt } from "../../parts/problemAt";
import { useLoadedTables } from "../../parts/tables";
import { useWho } from "../../parts/Who";
import { Window } from "../../parts/Window";
import { useFilledShape } from "./queries";

interface ShapeWindowProps {
  shape: Tables["routine_shapes"][number];
  onClose: () => void;
  onFilled: (routine: Routine) => void;
}

/** What a shape of a routine is filled with: a sound where it takes one, keys, an instrument. */
export function ShapeWindow({ shape, onClose, onFilled }: ShapeWindowProps) {
  const tables = useLoadedTables();
  const [player] = useWho();
  const instrument = usePlayers().data?.find(({ id }) => id === player)?.profile.instrument ?? "piano";
  const [filling, setFilling] = useState<Filling>({ scale: "dorian", keys: shape.keys, instrument });
  const fill = useFilledShape();
  const put = (change: Partial<Filling>) => setFilling((now) => ({ ...now, ...change }));
  const at = (field: string) => problemAt(fill.error, `/${field}`);
  const told = ["scale", "keys", "instrument"].some((field) => at(field) !== undefined);
  return (
    <Window opened onClose={onClose} title={shape.name} size="34rem">
      <Stack gap="sm">
        <Text size="sm">{shape.use}</Text>
        {shape.takes_sound && (
          <ScalePicker
            label="Sound"
            tables={tables}
            value={filling.scale}
            {...(at("scale") !== undefined && { error: at("scale") })}
            onChange={(scale) => put({ scale })}
          />
        )}
        <KeyChips
          label="Keys"
          order={tables.keys_by_fourths}
          value={filling.keys}
          error={at("keys")}
          onChange={(keys) => keys.length > 0 && put({ keys })}
        />
        <Select
          label="Instrument"
          searchable
          allowDeselect={false}
          data={bySection(tables.instruments)}
          value={filling.instrument}
          error={at("instrument")}
          onChange={(id) => id !== null && put({ instrument: id })}
        />
        {fill.error !== null && !told && (
          <Text c="lamp.9" role="alert">
            {fill.error.message}
          </Text>
        )}
        <Group justify="flex-end">
          <Button
            loading={fill.isPending}
            onClick={() => fill.mutate({ shape: shape.id, body: filling }, { onSuccess: onFilled })}
          >
            Make the routine
          </Button>
        </Group>
      </Stack>
    </Window>
  );
}
