import { useElementSize } from "@mantine/hooks";
import { useState } from "react";

/** How many times the size of the bench: short strips stand in two lines. */
const LARGE = 1.95;
const NARROW = { room: 600, large: 1.35 };
const LONG = { bars: 10, large: 1.45 };

/** The width (in the bench's pixels) that a line is engraved for, so that it can be read from a stand: larger where it is
 * short, smaller in a narrow window. Told once how many bars there are.
 */
export function useLargeness() {
  const { ref, width: room } = useElementSize();
  const [large, setLarge] = useState(LARGE);
  const width = Math.min(2000, Math.max(240, Math.floor((room || 1180) / large / 20) * 20));
  const suit = (bars: number) => {
    const wanted = room > 0 && room < NARROW.room ? NARROW.large : bars > LONG.bars ? LONG.large : LARGE;
    if (wanted !== large) setLarge(wanted);
  };
  return { ref, width, suit };
}
