import { Alert, Anchor, Button, Group, Stack, Text } from "@mantine/core";
import { type ShelfName, storedAddress } from "../../api/shelves";
import type { Damaged } from "../../api/types";
import { useRemoval } from "./useRemoval";

/** What cannot be read (any more): to be saved as it is stored, and deleted. */
export function DamagedList({ shelf, damaged }: { shelf: ShelfName; damaged: Damaged[] }) {
  const remove = useRemoval(shelf);
  if (damaged.length === 0) return null;
  return (
    <Alert color="red" mb="md" title={damaged.length === 1 ? "One cannot be read" : `${damaged.length} cannot be read`}>
      <Stack gap="xs">
        {damaged.map(({ id, title, why }) => (
          <Group key={id} gap="sm" align="baseline">
            <Text size="sm" flex={1}>
              <b>{title}</b>: {why}
            </Text>
            <Anchor size="sm" href={storedAddress(shelf, id)} download>
              Download it as it is stored
            </Anchor>
            <Button size="compact-sm" variant="default" onClick={() => remove({ id, title })}>
              Delete it
            </Button>
          </Group>
        ))}
      </Stack>
    </Alert>
  );
}
