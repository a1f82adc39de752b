/** JSON merge patch (RFC 7396): how a cure changes a recipe. */
type Json = unknown;

const isObject = (value: Json): value is Record<string, Json> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Apply a patch without touching the document; null removes a member. */
export function mergePatch<T>(document: T, patch: Json): T {
  if (!isObject(patch)) return patch as T;
  const before: Record<string, Json> = isObject(document) ? document : {};
  const kept = Object.entries(before).filter(([name]) => !(name in patch));
  const changed = Object.entries(patch)
    .filter(([, change]) => change !== null)
    .map(([name, change]) => [name, mergePatch(before[name], change)] as const);
  return Object.fromEntries([...kept, ...changed]) as T;
}

/** A document with what it lacks taken from another; parts of different kinds are not mixed. */
export function withDefaults<T extends object>(document: T, defaults: T): T {
  const filled = { ...defaults } as Record<string, Json>;
  for (const [name, value] of Object.entries(document)) {
    const usual = filled[name];
    const alike = isObject(value) && isObject(usual) && value["kind"] === usual["kind"];
    filled[name] = alike ? withDefaults(value, usual) : value;
  }
  return filled as T;
}
