import { ActionIcon, Group, Tooltip, VisuallyHidden } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { IconArrowBackUp, IconArrowForwardUp, IconRestore } from "@tabler/icons-react";
import { type ReactNode, useRef, useState } from "react";

/** What a step changes: a part, and what that becomes; nothing where it is taken out. */
export interface StepName {
  part: string;
  becomes?: string | undefined;
  goes?: boolean;
}

interface UndoButtonsProps<D> {
  past: readonly D[];
  now: D;
  future: readonly D[];
  undo: () => void;
  redo: () => void;
  /** Back to what is saved; none where nothing is saved, or nothing was changed since. */
  restore?: () => void;
  named: (from: D, to: D) => StepName;
}

/** Undo, redo, back to what is saved: buttons and keys that name the step; what was done is read out. */
export function UndoButtons<D>({ past, now, future, undo, redo, restore, named }: UndoButtonsProps<D>) {
  const [told, setTold] = useState("");
  const before = past.at(-1);
  const [after] = future;
  const undone = before !== undefined ? said(named(now, before), "back to") : "";
  const redone = after !== undefined ? said(named(now, after), "to") : "";
  const step = (words: string, go: () => void) => {
    if (words === "") return;
    setTold(words);
    go();
  };
  const back = () => step(undone && `Undone: ${undone}`, undo);
  const forth = () => step(redone && `Redone: ${redone}`, redo);
  const buttons = useRef<HTMLDivElement>(null);
  const inFront = (go: () => void) => () => {
    const over = [...document.querySelectorAll("[aria-modal=true]")].at(-1);
    if (over === undefined || over.contains(buttons.current)) go();
  };
  useHotkeys(
    [
      ["mod+Z", inFront(back)],
      ["mod+shift+Z", inFront(forth)],
      ["mod+Y", inFront(forth)],
    ],
    [],
  );
  return (
    <Group gap={2} wrap="nowrap" ref={buttons}>
      <Step
        label={undone ? `Undo: ${undone}` : "Nothing to undo"}
        icon={<IconArrowBackUp size={19} />}
        go={undone ? back : undefined}
      />
      <Step
        label={redone ? `Redo: ${redone}` : "Nothing to redo"}
        icon={<IconArrowForwardUp size={19} />}
        go={redone ? forth : undefined}
      />
      {restore && (
        <Step
          label="Discard all changes"
          icon={<IconRestore size={19} />}
          go={() => step("Discard all changes", restore)}
        />
      )}
      <VisuallyHidden role="status">{told}</VisuallyHidden>
    </Group>
  );
}

function said({ part, becomes, goes }: StepName, way: string): string {
  if (goes) return `without ${part}`;
  return becomes === undefined ? part : `${part} ${way} ${becomes}`;
}

function Step({ label, icon, go }: { label: string; icon: ReactNode; go: (() => void) | undefined }) {
  return (
    <Tooltip label={label} openDelay={300}>
      <ActionIcon
        variant="subtle"
        size="lg"
        aria-label={label}
        aria-disabled={go === undefined}
        style={{ opacity: go === undefined ? 0.35 : 1 }}
        onClick={go}
      >
        {icon}
      </ActionIcon>
    </Tooltip>
  );
}
