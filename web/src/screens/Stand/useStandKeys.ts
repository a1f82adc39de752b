import { useWindowEvent } from "@mantine/hooks";
import { usePedals } from "./usePedals";
import type { Curtain } from "../../api/types";
import { CURTAINS } from "./curtain";

interface StandKeys {
  onStart: () => void;
  onPlace: (by: number) => void;
  onTempo: (by: number) => void;
  onCurtain: (curtain: Curtain) => void;
  onPeek: (peeks: boolean) => void;
  onReference: () => void;
  /** Whether pedals of a MIDI device count, too: it is asked for only then. */
  listensToMidi: boolean;
}

/** What keys are typed into. */
export const TYPED_INTO =
  "input:not([type=checkbox], [type=radio]), textarea, select, [contenteditable], [role=slider]";
const USES_SPACE = "button, a, summary, [role=option], [role=tab], input, label";
const PLACES: Record<string, number> = { ArrowRight: 1, PageDown: 1, ArrowLeft: -1, PageUp: -1 };
const TEMPOS: Record<string, number> = { "+": 4, "=": 4, "-": -4 };

/** The keys of the stand, those of a foot pedal among them: Page Up and Page Down; and pedals of a MIDI device. */
export function useStandKeys(does: StandKeys): void {
  const { onStart, onPlace, onTempo, onCurtain, onPeek, onReference, listensToMidi } = does;
  usePedals(listensToMidi, { sustain: onStart, soft: () => onPlace(1) });
  useWindowEvent("keydown", (event) => {
    const at = event.target as HTMLElement;
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || at.closest(TYPED_INTO)) return;
    const { key } = event;
    const curtain = CURTAINS[Number(key) - 1];
    if (key === " " && !at.closest(USES_SPACE)) onStart();
    else if (PLACES[key] !== undefined) onPlace(PLACES[key]);
    else if (TEMPOS[key] !== undefined) onTempo(TEMPOS[key]);
    else if (key === "r") onReference();
    else if (key === "p" && !event.repeat) onPeek(true);
    else if (curtain !== undefined) onCurtain(curtain);
    else return;
    event.preventDefault();
  });
  useWindowEvent("keyup", (event) => {
    if (event.key === "p") onPeek(false);
  });
}
