import { useWindowEvent } from "@mantine/hooks";
import { CURTAINS, type Curtain } from "./curtain";

interface StandKeys {
  onStart: () => void;
  onPlace: (by: number) => void;
  onTempo: (by: number) => void;
  onCurtain: (curtain: Curtain) => void;
  onPeek: (peeks: boolean) => void;
}

const TYPED_INTO = "input:not([type=checkbox], [type=radio]), textarea, select, [contenteditable], [role=slider]";
const USES_SPACE = "button, a, summary, [role=option], [role=tab], input, label";
const PLACES: Record<string, number> = { ArrowRight: 1, PageDown: 1, ArrowLeft: -1, PageUp: -1 };
const TEMPOS: Record<string, number> = { "+": 4, "=": 4, "-": -4 };

/** The keys of the stand, those of a foot pedal among them: Page Up and Page Down. */
export function useStandKeys({ onStart, onPlace, onTempo, onCurtain, onPeek }: StandKeys): void {
  useWindowEvent("keydown", (event) => {
    const at = event.target as HTMLElement;
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || at.closest(TYPED_INTO)) return;
    const { key } = event;
    const curtain = CURTAINS[Number(key) - 1];
    if (key === " " && !at.closest(USES_SPACE)) onStart();
    else if (PLACES[key] !== undefined) onPlace(PLACES[key]);
    else if (TEMPOS[key] !== undefined) onTempo(TEMPOS[key]);
    else if (key === "p" && !event.repeat) onPeek(true);
    else if (curtain !== undefined) onCurtain(curtain);
    else return;
    event.preventDefault();
  });
  useWindowEvent("keyup", (event) => {
    if (event.key === "p") onPeek(false);
  });
}
