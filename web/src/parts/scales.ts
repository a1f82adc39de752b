/** The catalogue on screen: for a picker, findable by every name and by its degrees, and by address. */
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

/** Where a sound is laid open on a tonic. */
export function soundAddress(scale: string, tonic: string): string {
  return `/sounds/${scale}?tonic=${encodeURIComponent(tonic)}`;
}
