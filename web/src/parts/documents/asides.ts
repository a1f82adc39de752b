/** New work that was put aside, unsaved, when something else was begun: offered until it is taken up or deleted. */
import type { Documents, ShelfName } from "../../api/shelves";
import { type Kept, allSteps, keep, keyOf, kept, read } from "./draftStore";

export interface Aside<D> {
  /** When it was put aside (ISO 8601): its name in the list. */
  at: string;
  document: D;
}

/** How many are held; the oldest goes first. */
const MOST = 24;

const asideKey = (shelf: ShelfName) => `dodecant.aside.${shelf}`;

/** All that was put aside, the latest first. */
export function asides<K extends ShelfName>(shelf: K): Aside<Documents[K]>[] {
  const list = read(asideKey(shelf));
  return Array.isArray(list) ? (list as Aside<Documents[K]>[]) : [];
}

/** Put aside what is begun and not saved, if anything: what is worked on next starts blank. */
export function beginAnew(shelf: ShelfName): void {
  const key = keyOf(shelf, undefined);
  const work = kept<Documents[typeof shelf]>(key);
  if (work !== null)
    keep(asideKey(shelf), [{ at: new Date().toISOString(), document: work.document }, ...asides(shelf)].slice(0, MOST));
  keep(key, null);
  allSteps.delete(key);
}

/** Take up what was put aside; what is begun goes aside in its place. */
export function takeUp(shelf: ShelfName, at: string): void {
  const found = asides(shelf).find((one) => one.at === at);
  if (found === undefined) return;
  discard(shelf, at);
  beginAnew(shelf);
  keep(keyOf(shelf, undefined), { document: found.document, revision: null } satisfies Kept<unknown>);
}

/** Delete what was put aside. */
export function discard(shelf: ShelfName, at: string): void {
  keep(
    asideKey(shelf),
    asides(shelf).filter((one) => one.at !== at),
  );
}

/** Bring back a list of what was put aside, after something was deleted from it. */
export const putBack = <K extends ShelfName>(shelf: K, list: readonly Aside<Documents[K]>[]) =>
  keep(asideKey(shelf), list);
