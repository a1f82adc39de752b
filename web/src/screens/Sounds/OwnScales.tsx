import { ActionIcon, Anchor, Group, Stack, Text } from "@mantine/core";
import { IconTrash } from "@tabler/icons-react";
import { Link } from "react-router";
import { useShelf } from "../../api/shelves";
import { useRemoval } from "../../parts/Shelf/useRemoval";
import { soundAddress } from "../../parts/music/scales";

/** Scales of one's own that were saved: open or delete, with undo. */
export function OwnScales({ tonic }: { tonic: string }) {
  const saved = useShelf("scales");
  const remove = useRemoval("scales");
  if (saved.data === undefined || saved.data.length === 0) return null;
  return (
    <Stack gap={4} component="section" aria-label="Your own scales">
      <Text size="sm" fw={650}>
        Your own scales
      </Text>
      {saved.data.map((one) => (
        <Group key={one.id} gap={4} wrap="nowrap" justify="space-between">
          <Anchor component={Link} to={soundAddress(one.document, tonic)} size="sm">
            {one.title} · {one.document.degrees}
          </Anchor>
          <ActionIcon variant="subtle" aria-label={`Delete ${one.title}`} onClick={() => remove(one)}>
            <IconTrash size={16} />
          </ActionIcon>
        </Group>
      ))}
    </Stack>
  );
}
