/** What is typed in a form, kept in the browser until it is saved on the server: no way out of a window loses it. */
import { useLocalStorage } from "@mantine/hooks";
import { useState } from "react";
import { type Steps, back, begun, forth, stepped } from "../Steps/steps";

export interface FormDraft<T> {
  value: T;
  set: (change: (now: T) => T) => void;
  /** Whether it differs from what is saved. */
  changed: boolean;
  /** Whether something is saved that it began from. */
  saved: boolean;
  /** What was done since the form was opened, and back. */
  steps: Steps<T>;
  undo: () => void;
  redo: () => void;
  /** Forget it: it was saved on the server, or is not wanted. */
  forget: () => void;
}

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

/** The draft of a form by its name, begun from what is saved in a revision (0: nothing is saved yet); one that was
 * begun from an earlier revision gives way.
 */
export function useFormDraft<T>(name: string, revision: number, from: T): FormDraft<T> {
  const [draft, keep, remove] = useLocalStorage<{ revision: number; value: T } | null>({
    key: `dodecant.form.${name}`,
    defaultValue: null,
    getInitialValueInEffect: false,
  });
  const of = (kept: typeof draft): T => (kept?.revision === revision ? kept.value : from);
  const value = of(draft);
  const [done, setDone] = useState(() => begun(value));
  // Another tab, or another revision, may have changed it under these steps.
  const steps = same(done.now, value) ? done : begun(value);
  const go = (next: Steps<T>) => {
    setDone(next);
    keep({ revision, value: next.now });
  };
  return {
    value,
    set: (change) => {
      const time = performance.now();
      setDone((now) => {
        const live = now === done && !same(now.now, value) ? steps : now; // a second change in one go follows the first
        return stepped(live, change(live.now), time);
      });
      keep((now) => ({ revision, value: change(of(now)) }));
    },
    changed: !same(value, from),
    saved: revision > 0,
    steps,
    undo: () => go(back(steps)),
    redo: () => go(forth(steps)),
    forget: () => {
      setDone(begun(from));
      remove();
    },
  };
}
