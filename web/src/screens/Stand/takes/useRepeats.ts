import { useState } from "react";

/** How often a take begins again by itself while nothing is heard. */
const UNHEARD = 3;

const NONE = { stops: 0, unheard: 0 };

/** How often a take was stopped at a slip, to begin again by itself, also twice at the same one. Where nobody plays, it waits. */
export function useRepeats() {
  const [{ stops, unheard }, set] = useState(NONE);
  return {
    stops,
    waits: unheard >= UNHEARD,
    stopped: (heard: boolean) => set((now) => ({ stops: now.stops + 1, unheard: heard ? 0 : now.unheard + 1 })),
    /** A hand begins it. */
    begun: () => set((now) => ({ ...now, unheard: 0 })),
    over: () => set(NONE),
  };
}
