/** Work that the server does not finish in a moment: it is asked for until it is done; whoever shows it is told. */
import type { Job } from "./types";

/** Long work under way, and how to stop it. */
export interface LongWork extends Job {
  stop: () => void;
}

const PAUSE = 400; // ms between two questions
const BUSY = 503;
const MOST_TRIES = 5;
let underWay: readonly LongWork[] = [];
const listeners = new Set<() => void>();

function show(next: readonly LongWork[]) {
  underWay = next;
  for (const listener of listeners) listener();
}

/** For useSyncExternalStore: all long work under way. */
export const longWork = {
  now: () => underWay,
  listen: (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
};

const pause = (signal: AbortSignal, long = PAUSE) =>
  new Promise<void>((done, stopped) => {
    const stop = () => stopped(signal.reason as Error);
    if (signal.aborted) stop();
    signal.addEventListener("abort", stop, { once: true });
    setTimeout(() => {
      signal.removeEventListener("abort", stop);
      done();
    }, long);
  });

/** Fetch; a server that has too much to do says when to ask again, and is asked again. */
async function fetchedInTurn(request: Request): Promise<Response> {
  for (let tries = 1; ; tries += 1) {
    const answer = await fetch(request.clone()); // looked up with every call, so that a test can stand in for the server
    const seconds = Number(answer.headers.get("Retry-After"));
    if (answer.status !== BUSY || !seconds || tries === MOST_TRIES) return answer;
    await pause(request.signal, seconds * 1000);
  }
}

/** Long work that was stopped by hand: no fault. */
export class StoppedError extends Error {
  constructor() {
    super("Stopped.");
  }
}

/** Fetch; where the answer is a job, wait for its own answer. Work whose request is given up is stopped. */
export async function patiently(request: Request): Promise<Response> {
  const first = await fetchedInTurn(request);
  if (first.status !== 202) return first;
  const begun = (await first.json()) as Job;
  const address = `/api/jobs/${begun.job}`;
  const stopping = new AbortController();
  const signal = AbortSignal.any([request.signal, stopping.signal]);
  const others = () => underWay.filter(({ job }) => job !== begun.job);
  const told = (job: Job) => show([...others(), { ...job, stop: () => stopping.abort(new StoppedError()) }]);
  try {
    for (told(begun); ;) {
      await pause(signal);
      const answer = await fetch(`${address}/answer`, { signal });
      if (answer.status !== 202) return answer;
      told((await answer.json()) as Job);
    }
  } catch (error) {
    if (signal.aborted) void fetch(address, { method: "DELETE" }).catch(() => undefined);
    throw stopping.signal.aborted ? stopping.signal.reason : error;
  } finally {
    show(others());
  }
}
