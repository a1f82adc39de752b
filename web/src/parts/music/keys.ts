/** Arithmetic of the dial: twelve sides, C at the top, clockwise by half steps. */

const LETTERS: Record<string, number> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** Pitch class (C = 0) of a key name such as "A♭" or "F#"; names come from the server, so they are well formed. */
export function pitchClass(name: string): number {
  const letter = LETTERS[name.charAt(0).toUpperCase()] ?? 0;
  let alteration = 0;
  for (const sign of name.slice(1)) alteration += sign === "♭" || sign === "b" ? -1 : 1;
  return (letter + alteration + 24) % 12;
}

/** A key name as it is written: ♭ and ♯ for a typed b and #. */
export function keyName(typed: string): string {
  return typed.charAt(0).toUpperCase() + typed.slice(1).replaceAll("b", "♭").replaceAll("#", "♯");
}

/** All names of tonics to choose from, from C: those in use, and what the other colour calls the same keys. */
export function tonicNames(inUse: readonly string[], tables: { major_keys: string[]; minor_keys: string[] }): string[] {
  const every = [...new Set([...inUse, ...tables.major_keys, ...tables.minor_keys])];
  return every.sort((one, other) => pitchClass(one) - pitchClass(other));
}

export interface Point {
  x: number;
  y: number;
}

/** A point on the circle: side 0 is at the top, `turn` in sides. */
export function onCircle(turn: number, radius: number, centre: number): Point {
  const angle = (Math.PI * turn) / 6;
  return { x: centre + radius * Math.sin(angle), y: centre - radius * Math.cos(angle) };
}

/** The corners of one side's wedge, from the inner to the outer ring, as an SVG points list. */
export function wedge(side: number, inner: number, outer: number, centre: number): string {
  const corners = [
    onCircle(side - 0.5, inner, centre),
    onCircle(side - 0.5, outer, centre),
    onCircle(side + 0.5, outer, centre),
    onCircle(side + 0.5, inner, centre),
  ];
  return corners.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(" ");
}

/** The distinct keys of a route in the order they first come round. */
export function distinct(keys: readonly number[]): number[] {
  return [...new Set(keys)];
}

/** Pick a key, or put it away when it is picked; `names` are those of the twelve sides, from C. */
export function toggled(picked: readonly string[], key: number, names: readonly string[]): string[] {
  const without = picked.filter((name) => pitchClass(name) !== key);
  return without.length < picked.length ? without : [...picked, names[key] ?? "C"];
}
