import { Anchor, Group } from "@mantine/core";
import { IconArrowLeft } from "@tabler/icons-react";

/** The way back from one thing to the list it is in. */
export const BackTo = ({ list, onClose }: { list: string; onClose: () => void }) => (
  <Group>
    <Anchor component="button" type="button" onClick={onClose}>
      <Group gap={4}>
        <IconArrowLeft size={16} /> {list}
      </Group>
    </Anchor>
  </Group>
);
