/** Work done one piece after another, each time the one that is nearest to what is looked at. */

const FAR = 1e9;

interface Waiting {
  place: number;
  begin: () => void;
}

export type Line = <T>(place: number, signal: AbortSignal, work: () => Promise<T>) => Promise<T>;

/** `distance` tells how far a place is now from what is looked at. What nobody waits for any more is left out. */
export function oneByOne(distance: (place: number) => number): Line {
  const waiting = new Set<Waiting>();
  let busy = false;

  const next = () => {
    const [one] = [...waiting].sort((a, b) => Math.min(distance(a.place), FAR) - Math.min(distance(b.place), FAR));
    if (one === undefined) return;
    waiting.delete(one);
    one.begin();
  };

  return (place, signal, work) =>
    new Promise((resolve, reject) => {
      const one = {
        place,
        begin: () => {
          busy = true;
          work()
            .then(resolve, reject)
            .finally(() => {
              busy = false;
              next();
            });
        },
      };
      signal.addEventListener("abort", () => {
        if (waiting.delete(one)) reject(signal.reason as Error);
      });
      waiting.add(one);
      // All that is asked for in one go is looked over before the first is begun.
      queueMicrotask(() => {
        if (!busy) next();
      });
    });
}
