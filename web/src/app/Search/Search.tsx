import { ActionIcon, Kbd, Modal, UnstyledButton } from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import { IconSearch } from "@tabler/icons-react";
import { SearchField } from "../../parts/Search/SearchField";
import { useShortcut } from "../useShortcut";
import classes from "./Search.module.css";

/** The search over everything: a button in the frame, and two keys. */
export function Search() {
  const [opened, { open, close }] = useDisclosure();
  useShortcut("/", open);
  useShortcut("k", open, true);
  return (
    <>
      <UnstyledButton className={classes.asked} onClick={open}>
        <IconSearch size={16} aria-hidden />
        Search everything <Kbd size="xs">/</Kbd>
      </UnstyledButton>
      <ActionIcon variant="subtle" size="lg" aria-label="Search everything" className={classes.short} onClick={open}>
        <IconSearch size={20} />
      </ActionIcon>
      <Modal.Root opened={opened} onClose={close} size="lg" yOffset="8vh">
        <Modal.Overlay />
        <Modal.Content aria-label="Search everything">
          <Modal.Body p="md">
            <SearchField onDone={close} autoFocus />
          </Modal.Body>
        </Modal.Content>
      </Modal.Root>
    </>
  );
}
