import { ActionIcon, Anchor, Button, Group, Stack, Text } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { IconTrash } from "@tabler/icons-react";
import { Link } from "react-router";
import { useShelf, useShelfActions } from "../../api/shelves";
import { soundAddress } from "../../parts/scales";
import { tell } from "../../parts/tell";

/** Scales of one's own that were saved: open or delete, with undo. */
export function OwnScales({ tonic }: { tonic: string }) {
  const saved = useShelf("scales");
  const actions = useShelfActions("scales");
  const failed = (error: Error) => tell("That did not work", error);
  const remove = (id: string, title: string) =>
    actions.remove.mutate(id, {
      onError: failed,
      onSuccess: () => {
        const note = notifications.show({
          title: `“${title}” is deleted`,
          autoClose: 15000,
          message: (
            <Button
              size="compact-sm"
              variant="light"
              onClick={() => actions.restore.mutate(id, { onError: failed, onSuccess: () => notifications.hide(note) })}
            >
              Undo
            </Button>
          ),
        });
      },
    });
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
          <ActionIcon variant="subtle" aria-label={`Delete ${one.title}`} onClick={() => remove(one.id, one.title)}>
            <IconTrash size={16} />
          </ActionIcon>
        </Group>
      ))}
    </Stack>
  );
}
