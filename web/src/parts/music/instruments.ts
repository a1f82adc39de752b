/** Instruments in lists. */
import type { Tables } from "../../api/types";

/** Instruments as a list's options, section by section. */
export function bySection(instruments: Tables["instruments"]) {
  const sections = [...new Set(instruments.map(({ section }) => section))];
  return sections.map((group) => ({
    group,
    items: instruments.filter(({ section }) => section === group).map(({ id, name }) => ({ value: id, label: name })),
  }));
}
