/** The catalogue on screen: for a picker, findable by every name and by its degrees, and by address. */
import type { OwnScale, ScaleChoice, Tables } from "../../api/types";

const OWN = "own:";

/** A scale as the value of a Select: its id, or all of one's own scale. */
export function valueOf(choice: ScaleChoice): string {
  return typeof choice === "string" ? choice : `${OWN}${choice.name}:${choice.degrees}`;
}

/** The scale a Select's value stands for. */
export function choiceOf(value: string): ScaleChoice {
  if (!value.startsWith(OWN)) return value;
  const split = value.lastIndexOf(":");
  return { name: value.slice(OWN.length, split), degrees: value.slice(split + 1) };
}

/** What a scale is called. */
export function nameOf(choice: ScaleChoice, tables: Tables): string {
  if (typeof choice !== "string") return choice.name;
  return tables.scales.find((scale) => scale.id === choice)?.name ?? choice;
}

function unique(scales: readonly OwnScale[]): OwnScale[] {
  return [...new Map(scales.map((scale) => [valueOf(scale), scale])).values()];
}

/** Options of a Select, grouped by family; one's own scales come first. */
export function scaleOptions(tables: Tables, own: readonly OwnScale[] = []) {
  const families = [...new Set(tables.scales.map((scale) => scale.family))];
  const mine = unique(own).map((scale) => ({ value: valueOf(scale), label: `${scale.name} · ${scale.degrees}` }));
  const catalogue = families.map((family) => ({
    group: family,
    items: tables.scales
      .filter((scale) => scale.family === family)
      .map((scale) => ({
        value: scale.id,
        label: `${scale.name}${scale.aliases.length > 0 ? ` (${scale.aliases.join(", ")})` : ""} · ${scale.degrees.join(" ")}`,
      })),
  }));
  return mine.length > 0 ? [{ group: "your own", items: mine }, ...catalogue] : catalogue;
}

/** Where a sound is laid open on a tonic. */
export function soundAddress(scale: ScaleChoice, tonic: string): string {
  if (typeof scale === "string") return `/sounds/${scale}?tonic=${encodeURIComponent(tonic)}`;
  return `/sounds/own?${new URLSearchParams({ name: scale.name, degrees: scale.degrees, tonic }).toString()}`;
}
