import { Group, Modal } from "@mantine/core";
import { useWindowEvent } from "@mantine/hooks";
import { type ReactNode, useRef, useState } from "react";

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
  const content = useRef<HTMLDivElement>(null);
  // Fields that are open over the window, or a list in it, close alone.
  const close = ({ key, target, isComposing }: KeyboardEvent) => {
    if (!opened || key !== "Escape" || isComposing || !(target instanceof Element)) return;
    const here = content.current?.contains(target) === true || target.closest("[role=dialog]") === null;
    if (here && target.getAttribute("data-mantine-stop-propagation") !== "true") onClose();
  };
  useWindowEvent("keydown", close, { capture: true });
  if (!wasOpened && !opened) return null;
  return (
    <Modal.Root opened={opened} onClose={onClose} closeOnEscape={false} {...(size === undefined ? {} : { size })}>
      <Modal.Overlay />
      <Modal.Content ref={content}>
        <Group p="md" justify="space-between" wrap="nowrap" align="flex-start">
          <Modal.Title>{title}</Modal.Title>
          <Modal.CloseButton aria-label="Close" />
        </Group>
        <Modal.Body>{children}</Modal.Body>
      </Modal.Content>
    </Modal.Root>
  );
}
