import { useState } from "react";

/**
 * The sentence of each of several things, by what they are: a thing that moves takes its own along before the next answer
 * comes. Something that was changed has, until then, the sentence that stood in its place.
 */
export function useSaidOf<T extends object, S>(things: readonly T[], said: readonly S[] | undefined, now: boolean) {
  const [known] = useState(() => new WeakMap<T, S>());
  if (now) things.forEach((thing, place) => said?.[place] !== undefined && known.set(thing, said[place]));
  return (thing: T, place: number): S | undefined => known.get(thing) ?? said?.[place];
}
