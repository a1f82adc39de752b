/** The kinds of sounds one can choose: what each begins with, and which it is. */
import type { Recipe, ScaleChoice, Tables } from "../../../api/types";
import { valueOf } from "../../../parts/music/scales";
import { freshOf } from "../../../parts/tables";

type Sounds = Recipe["sounds"];

/** What can be chosen on screen: a scale of one's own is one sound that is typed. */
export type SoundsKind = Sounds["kind"] | "own";

/** What the choice on screen is. */
export function kindOf(sounds: Sounds): SoundsKind {
  return sounds.kind === "one" && typeof sounds.scale !== "string" ? "own" : sounds.kind;
}

/** The scales in use, the first one foremost. */
export function scalesOf(sounds: Sounds): ScaleChoice[] {
  switch (sounds.kind) {
    case "one":
      return [sounds.scale];
    case "several":
    case "morph":
      return sounds.scales;
    case "family":
      return [sounds.parent];
    default:
      return [];
  }
}

/** Other scales, or in another order: each keeps the root it had, and a new one stands on the tonic. */
export function withScales<S extends Extract<Sounds, { scales: ScaleChoice[] }>>(sounds: S, scales: ScaleChoice[]): S {
  if (sounds.kind !== "several" || sounds.roots.length === 0) return { ...sounds, scales };
  const rootOf = new Map(sounds.scales.map((scale, place) => [valueOf(scale), sounds.roots[place] ?? "1"]));
  return { ...sounds, scales, roots: scales.map((scale) => rootOf.get(valueOf(scale)) ?? "1") };
}

/** Sounds of another kind as they begin, keeping the scales there were. */
export function withKind(kind: SoundsKind, sounds: Sounds, tables: Tables): Sounds {
  if (kind === sounds.kind && kind === "changes") return sounds;
  const scales = scalesOf(sounds);
  const [first] = scales;
  if (kind === "own") {
    const degrees = tables.scales.find((scale) => scale.id === first)?.degrees.join(" ") ?? "1 2 3 5 6";
    return { kind: "one", scale: { name: "own scale", degrees } };
  }
  const fresh = freshOf(tables.fresh.sounds, kind);
  switch (fresh.kind) {
    case "one":
      return { ...fresh, scale: scales.find((scale) => typeof scale === "string") ?? fresh.scale };
    case "family":
      return { ...fresh, parent: first ?? fresh.parent };
    case "several":
    case "morph": {
      if (first === undefined) return fresh;
      const other = fresh.scales.findLast((scale) => scale !== first) ?? first;
      return { ...fresh, scales: scales.length > 1 ? scales : [first, other] };
    }
    default:
      return fresh;
  }
}
