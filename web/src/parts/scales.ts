/** The catalogue for a picker: by family, findable by every name and by its degrees. */
import type { Tables } from "../api/types";

/** Options of a Select, grouped by family. */
export function scaleOptions(tables: Tables) {
  const families = [...new Set(tables.scales.map((scale) => scale.family))];
  return families.map((family) => ({
    group: family,
    items: tables.scales
      .filter((scale) => scale.family === family)
      .map((scale) => ({
        value: scale.id,
        label: `${scale.name}${scale.aliases.length > 0 ? ` (${scale.aliases.join(", ")})` : ""} · ${scale.degrees.join(" ")}`,
      })),
  }));
}
