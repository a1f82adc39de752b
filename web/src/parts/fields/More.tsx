import { Button, Collapse, Group, Stack } from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import type { ReactNode } from "react";

interface MoreProps {
  /** Something in it asks for attention, so it stands open. */
  needed?: boolean;
  children: ReactNode;
}

/** Rarer wishes behind a button. */
export function More({ needed = false, children }: MoreProps) {
  const [more, { toggle }] = useDisclosure(false);
  return (
    <>
      {!needed && (
        <Group>
          <Button size="xs" variant="subtle" aria-expanded={more} onClick={toggle}>
            {more ? "Less" : "More"}
          </Button>
        </Group>
      )}
      <Collapse expanded={more || needed}>
        <Stack gap="sm">{children}</Stack>
      </Collapse>
    </>
  );
}
