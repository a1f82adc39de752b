import { Group, Modal } from "@mantine/core";
import { type ReactNode, useState } from "react";

interface WindowProps {
  opened: boolean;
  onClose: () => void;
  title: string;
  size?: string;
  children: ReactNode;
}

/** A window over the page, with its title and a way to close it; nothing until it is first opened. */
export function Window({ opened, onClose, title, size, children }: WindowProps) {
  const [wasOpened, setWasOpened] = useState(opened);
  if (opened && !wasOpened) setWasOpened(true);
  if (!wasOpened && !opened) return null;
  return (
    <Modal.Root opened={opened} onClose={onClose} {...(size === undefined ? {} : { size })}>
      <Modal.Overlay />
      <Modal.Content>
        <Group p="md" justify="space-between" wrap="nowrap" align="flex-start">
          <Modal.Title>{title}</Modal.Title>
          <Modal.CloseButton aria-label="Close" />
        </Group>
        <Modal.Body>{children}</Modal.Body>
      </Modal.Content>
    </Modal.Root>
  );
}
