/** How wide a strip is shown: short strips stand side by side, and notation reflows to the width there is. */
import { useDebouncedValue, useElementSize } from "@mantine/hooks";

const GAP = 8;
const FRAME = 38; // padding and borders of a strip
const MOST = 3;
const STEP = 20; // widths that are engraved: the same picture serves windows of nearly the same size
const [NARROWEST, WIDEST] = [240, 2000];

export interface Columns {
  columns: number;
  /** CSS pixels a strip is engraved for. */
  width: number;
}

/** So many columns for a room in which each strip wants `line` CSS pixels for one line; one where that is not known. */
export function columnsIn(room: number, line: number | undefined, strips: number): Columns {
  const wanted = line === undefined ? Infinity : line + FRAME + GAP;
  const columns = Math.max(1, Math.min(MOST, strips, Math.floor((room + GAP) / wanted)));
  const inside = (room - (columns - 1) * GAP) / columns - FRAME;
  return { columns, width: Math.min(WIDEST, Math.max(NARROWEST, Math.floor(inside / STEP) * STEP)) };
}

/** The room of an element, followed with its size. */
export function useRoom() {
  const { ref, width } = useElementSize();
  const now = width || Math.min(window.innerWidth, 1240) - 48;
  const [settled] = useDebouncedValue(now, 150);
  return { ref, room: width ? settled : now };
}
