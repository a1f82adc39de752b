/** When something is struck, where the clock may be late: on a busy page it hands out moments that are over. */

const TOO_LATE = 0.1; // seconds: what would come later than that is left out, better than all of it at once
const APART = 0.005; // seconds between two strokes of a voice that has one tone at a time

/** Whether a moment has been over for so long that what was due then is left out. */
export const isOver = (time: number, now: number): boolean => time < now - TOO_LATE;

/** For a voice of one tone: when it is struck for what is due at a time. Never twice at once, which it cannot do. */
export function strokes(): (time: number, now: number) => number {
  let last = -Infinity;
  return (time, now) => {
    last = Math.max(time, now, last + APART);
    return last;
  };
}
