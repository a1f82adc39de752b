/** What is typed in a form, kept in the browser until it is kept on the server: no way out of a window loses it. */
import { useLocalStorage } from "@mantine/hooks";

export interface FormDraft<T> {
  value: T;
  set: (change: (now: T) => T) => void;
  /** Whether it differs from what is kept. */
  changed: boolean;
  /** Forget it: it was kept on the server, or is not wanted. */
  forget: () => void;
}

/** The draft of a form by its name, begun from what is kept in a revision (0: nothing is kept yet); one that was begun
 * from an earlier revision gives way.
 */
export function useFormDraft<T>(name: string, revision: number, from: T): FormDraft<T> {
  const [draft, keep, forget] = useLocalStorage<{ revision: number; value: T } | null>({
    key: `dodecant.form.${name}`,
    defaultValue: null,
    getInitialValueInEffect: false,
  });
  const of = (kept: typeof draft): T => (kept?.revision === revision ? kept.value : from);
  const value = of(draft);
  return {
    value,
    set: (change) => keep((now) => ({ revision, value: change(of(now)) })),
    changed: JSON.stringify(value) !== JSON.stringify(from),
    forget,
  };
}
