/** Days of a plan that are set by hand. */
import type { PlanDay, PlanDocument } from "../../api/types";

export type Pin = PlanDocument["pins"][number];

/** What is practised of the goals on a day: a look, and what mends a slip, are the plan's own. */
export const sessionsOf = (day: PlanDay) =>
  day.items.filter(({ comes }) => comes === "new" || comes === "again").map(({ goal, key }) => ({ goal, key }));

/** A plan with a day set by hand, or left to the plan again. */
export function withPin(document: PlanDocument, pin: Pin | null, day: string): PlanDocument {
  const others = document.pins.filter((one) => one.day !== day);
  return { ...document, pins: pin === null ? others : [...others, pin] };
}

/** A plan in which two days have changed places, with their minutes. */
export function exchanged(document: PlanDocument, one: PlanDay, other: PlanDay): PlanDocument {
  const as = (day: string, from: PlanDay): Pin => ({ day, minutes: Math.round(from.cap), items: sessionsOf(from) });
  return withPin(withPin(document, as(one.day, other), one.day), as(other.day, one), other.day);
}
