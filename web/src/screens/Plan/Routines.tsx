import { Button, Group, Menu, Skeleton, Stack, Text, Title } from "@mantine/core";
import { useState } from "react";
import { useShelf } from "../../api/shelves";
import type { Routine, Tables } from "../../api/types";
import { useRemoval } from "../../parts/Shelf/useRemoval";
import { useLoadedTables } from "../../parts/tables";
import classes from "./Plan.module.css";
import { RoutineEditor } from "./RoutineEditor";
import { ShapeWindow } from "./ShapeWindow";

interface Open {
  routine: Routine;
  id: string | null;
  revision: number;
}

/** Routines: those that are kept, shapes to begin from, and the one that is built. */
export function Routines() {
  const { routine_shapes, fresh } = useLoadedTables();
  const saved = useShelf("routines").data;
  const remove = useRemoval("routines");
  const [open, setOpen] = useState<Open | null>(null);
  const [shape, setShape] = useState<Tables["routine_shapes"][number] | null>(null);
  const begin = (routine: Routine) => {
    setShape(null);
    setOpen({ routine, id: null, revision: 0 });
  };
  if (open !== null)
    return (
      <RoutineEditor
        key={open.id ?? "new"}
        routine={open.routine}
        id={open.id}
        revision={open.revision}
        onClose={() => setOpen(null)}
      />
    );
  return (
    <Stack gap="md">
      <Group>
        <Menu>
          <Menu.Target>
            <Button>New routine</Button>
          </Menu.Target>
          <Menu.Dropdown>
            {routine_shapes.map((one) => (
              <Menu.Item key={one.id} onClick={() => setShape(one)}>
                {one.name}
                <Text size="xs" c="dimmed">
                  {one.use}
                </Text>
              </Menu.Item>
            ))}
            <Menu.Item
              onClick={() => setOpen({ routine: { ...fresh.routine, title: "My routine" }, id: null, revision: 0 })}
            >
              Empty routine
            </Menu.Item>
          </Menu.Dropdown>
        </Menu>
      </Group>
      {shape !== null && <ShapeWindow key={shape.id} shape={shape} onClose={() => setShape(null)} onFilled={begin} />}
      {saved === undefined && <Skeleton height={120} />}
      {saved?.length === 0 && <Text>No routines yet. Start from a template and change what you like.</Text>}
      {saved?.map(({ id, document, title, revision, about }) => (
        <Group key={id} className={classes.step} wrap="nowrap">
          <Stack gap={0} flex={1}>
            <Title order={2} size="h5">
              {title}
            </Title>
            <Text size="sm" c="dimmed">
              {about}
            </Text>
          </Stack>
          <Button variant="default" onClick={() => setOpen({ routine: document, id, revision })}>
            Open
          </Button>
          <Button variant="subtle" onClick={() => remove({ id, title })} aria-label={`Delete ${title}`}>
            Delete
          </Button>
        </Group>
      ))}
    </Stack>
  );
}
