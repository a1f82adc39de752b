/** How wide a strip can be shown: short strips stand side by side, and notation reflows to the width there is. */
import { useDebouncedValue } from "@mantine/hooks";
import { useCallback, useMemo, useState } from "react";

const GAP = 8;
const FRAME = 38; // padding and borders of a strip
const MOST = 3;
const STEP = 20; // widths that are engraved: the same picture serves windows of nearly the same size
const [NARROWEST, WIDEST] = [240, 2000];

/** CSS pixels that a strip has in a room for one, two and three strips side by side; which it is, the server finds. */
export function widthsIn(room: number): number[] {
  const inside = (columns: number) => (room - (columns - 1) * GAP) / columns - FRAME;
  const inSteps = Array.from({ length: MOST }, (_, beside) => Math.floor(inside(beside + 1) / STEP) * STEP);
  const [whole = NARROWEST, ...shared] = inSteps.map((width) => Math.min(WIDEST, width));
  return [Math.max(NARROWEST, whole), ...shared.filter((width) => width >= NARROWEST)];
}

const SMALL = "(max-width: 48em), (max-height: 30em)"; // as in Bench.module.css, with its margins

/** The room of the strips before anything is drawn: the page without its margins. */
export const likelyRoom = () => Math.min(window.innerWidth, 1240) - (window.matchMedia(SMALL).matches ? 24 : 48);

/** The widths in the room of an element, followed with its size. */
export function useWidths() {
  const [width, setWidth] = useState(0); // its height, which changes with each picture, draws nothing anew
  const ref = useCallback((element: Element | null) => {
    const sized = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    if (element) sized.observe(element);
    return () => sized.disconnect();
  }, []);
  const now = width || likelyRoom();
  const [settled] = useDebouncedValue(now, 150);
  const room = width ? settled : now;
  return { ref, widths: useMemo(() => widthsIn(room), [room]) };
}
