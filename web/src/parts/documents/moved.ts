/** A list with one thing taken to another place; the same where that is no place. */
export function moved<T>(items: readonly T[], from: number, to: number): T[] {
  const item = items[from];
  if (item === undefined || to < 0 || to >= items.length) return [...items];
  const others = items.filter((_, place) => place !== from);
  return [...others.slice(0, to), item, ...others.slice(to)];
}
