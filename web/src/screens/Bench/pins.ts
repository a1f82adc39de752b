import type { Fingering } from "../../api/types";

/** A fingering with other pins. The first pin's way is carried to the other keys, where there is an idea to carry. */
export function withPins<F extends Fingering>(fingering: F, pins: Fingering["pins"]): F {
  const begins = fingering.pins.length === 0 && "pins_hold" in fingering && pins.some(({ key }) => key === "");
  return { ...fingering, pins, ...(begins ? { pins_hold: "idea" } : {}) };
}
