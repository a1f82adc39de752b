/** What was done to a document, step by step, and back. Pure. */
export interface Steps<D> {
  /** The documents before, the oldest first. */
  readonly past: readonly D[];
  readonly now: D;
  /** The documents that were undone, the next one first. */
  readonly future: readonly D[];
  /** Which part changed last, and when (in ms); null where the next change begins a step whatever it is. */
  readonly last: { part: string; time: number } | null;
}

const MOST = 100;
/** Typing goes on while two changes of one text or number are no farther apart. */
const PAUSE = 800; // ms

export const begun = <D>(now: D): Steps<D> => ({ past: [], now, future: [], last: null });

/** After a change; what is typed into one field without a pause is one step. */
export function stepped<D>(steps: Steps<D>, next: D, time: number): Steps<D> {
  const part = partChanged(steps.now, next);
  if (part === null) return { ...steps, now: next };
  const { last } = steps;
  const goesOn = last !== null && part !== "" && part === last.part && time - last.time < PAUSE;
  const past = goesOn ? steps.past : [...steps.past, steps.now].slice(-MOST);
  return { past, now: next, future: [], last: { part, time } };
}

/** After another document was laid over the one at hand: a step by itself. */
export const laidOver = <D>({ past, now }: Steps<D>, next: D): Steps<D> => ({
  past: [...past, now].slice(-MOST),
  now: next,
  future: [],
  last: null,
});

/** One step back; the same where there is none. */
export function back<D>({ past, now, future, ...same }: Steps<D>): Steps<D> {
  const before = past.at(-1);
  if (before === undefined) return { past, now, future, ...same };
  return { past: past.slice(0, -1), now: before, future: [now, ...future], last: null };
}

/** One step forth again; the same where there is none. */
export function forth<D>({ past, now, future, ...same }: Steps<D>): Steps<D> {
  const [next, ...others] = future;
  if (next === undefined) return { past, now, future, ...same };
  return { past: [...past, now], now: next, future: others, last: null };
}

const isPart = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/**
 * The one text or number that differs, as a path: "figure.text". Empty where more than that differs, null where nothing
 * does.
 */
export function partChanged(one: unknown, other: unknown): string | null {
  if (Object.is(one, other)) return null;
  if (!isPart(one) || !isPart(other)) {
    if (JSON.stringify(one) === JSON.stringify(other)) return null;
    return "";
  }
  const names = [...new Set([...Object.keys(one), ...Object.keys(other)])];
  const changed = names
    .map((name) => [name, partChanged(one[name], other[name])] as const)
    .filter(([, part]) => part !== null);
  const [first] = changed;
  if (first === undefined) return null;
  const [name, inner] = first;
  const typed = ["string", "number"].includes(typeof other[name]);
  if (changed.length > 1 || (inner === "" && !typed)) return "";
  return inner === "" ? name : `${name}.${inner}`;
}
