/** Where a ladder, an enclosure and a course begin, and what a figure takes. */
import type { Recipe, Tables } from "../../../api/types";

type Figure = Recipe["figure"];
export type Enclosure = NonNullable<Recipe["enclosure"]>;
export type Surrounding = Tables["figures"][string]["leaves_out"][number];

/** What a kind of figure can and needs. */
export function kindOfFigure(tables: Tables, kind: Figure["kind"]) {
  const found = tables.figures[kind];
  if (found === undefined) throw new Error(`The server knows no figure of the kind ${kind}`);
  return found;
}

/** Whether a part of the recipe means something to its figure over its sounds. */
export function takes({ figure, sounds }: Recipe, part: Surrounding, tables: Tables): boolean {
  const { leaves_out, leaves_out_over_changes } = kindOfFigure(tables, figure.kind);
  return !leaves_out.includes(part) && !(sounds.kind === "changes" && leaves_out_over_changes.includes(part));
}

/** An enclosure of another kind, with the targets it had; none for nothing. */
export function freshEnclosure(
  kind: Enclosure["kind"] | "nothing",
  before: Enclosure | null,
  tables: Tables,
): Enclosure | null {
  return kind === "nothing" ? null : { ...tables.fresh.enclosure, ...before, kind };
}
