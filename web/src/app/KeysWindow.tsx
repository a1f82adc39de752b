import { useDisclosure } from "@mantine/hooks";
import { KeysListed } from "../parts/music/KeysListed";
import { Window } from "../parts/Window";
import { useShortcut } from "./useShortcut";

/** The page of shortcuts, on a question mark. */
export function KeysWindow() {
  const [opened, { open, close }] = useDisclosure();
  useShortcut("?", open);
  return (
    <Window opened={opened} onClose={close} title="Keyboard shortcuts" size="lg">
      <KeysListed />
    </Window>
  );
}
