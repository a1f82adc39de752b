/** What has happened at the stand since a strip came: a pure account, told by what happens. */
import type { Improvised, Judged, Rounds, Slip } from "../../../api/types";
import type { TakeMade } from "../queries";

/** How often a take begins again by itself while nothing is heard. */
const UNHEARD = 3;

export interface Taken {
  judged: Judged;
  /** Beats a minute. */
  tempo: number;
  strip: number;
  /** The bars that were played. */
  bars: Rounds;
}

/** Nothing played yet; a take judged, and whether its slip has been named where one is asked; something improvised. */
export type Phase =
  { at: "ready" } | { at: "judged"; taken: Taken; answered: boolean } | { at: "improvised"; report: Improvised };

export interface Sitting {
  phase: Phase;
  /** The bars that are practised. */
  bars: Rounds;
  /** Whole takes of this strip, in order: what a ladder climbs on. */
  made: readonly TakeMade[];
  /** Clean takes by strip. */
  clean: Readonly<Record<number, number>>;
  /** Takes stopped at a slip, each of which begins again by itself. */
  stops: number;
  /** The last of them in a row of which nothing was heard. */
  unheard: number;
}

export type Happened =
  | { what: "another strip"; whole: Rounds }
  | { what: "begun" }
  | { what: "bars chosen"; bars: Rounds }
  | { what: "judged"; taken: Taken; whole: Rounds }
  | { what: "improvised"; report: Improvised }
  | { what: "stopped at a slip"; taken: Taken; bar: number; heard: boolean }
  | { what: "slip named" };

export const freshSitting = (whole: Rounds): Sitting => ({
  phase: { at: "ready" },
  bars: whole,
  made: [],
  clean: {},
  stops: 0,
  unheard: 0,
});

/** A take counts on a ladder, and as clean, where all bars were played. */
function withTake(now: Sitting, taken: Taken): Sitting {
  const { judged, tempo, strip, bars } = taken;
  const phase = { at: "judged", taken, answered: false } as const;
  if (bars.first_bar > 0 || bars.last_bar > 0) return { ...now, phase };
  const clean = judged.clean ? { ...now.clean, [strip]: (now.clean[strip] ?? 0) + 1 } : now.clean;
  return { ...now, phase, clean, made: [...now.made, { tempo: Math.round(tempo), clean: judged.clean }] };
}

export function sitting(now: Sitting, happened: Happened): Sitting {
  switch (happened.what) {
    case "another strip":
      return { ...freshSitting(happened.whole), clean: now.clean };
    case "begun":
      return { ...now, phase: { at: "ready" }, unheard: 0 };
    case "bars chosen":
      return { ...now, bars: happened.bars };
    case "judged":
      return {
        ...withTake(now, happened.taken),
        bars: now.stops > 0 ? happened.whole : now.bars,
        stops: 0,
        unheard: 0,
      };
    case "improvised":
      return { ...now, phase: { at: "improvised", report: happened.report } };
    case "stopped at a slip": {
      const { taken, bar, heard } = happened;
      // Where nobody played, a ladder does not count it.
      const next: Sitting = heard ? withTake(now, taken) : { ...now, phase: { at: "judged", taken, answered: false } };
      const bars = { ...now.bars, first_bar: bar > 1 ? bar : 0 };
      return { ...next, bars, stops: now.stops + 1, unheard: heard ? 0 : now.unheard + 1 };
    }
    case "slip named":
      return now.phase.at === "judged" ? { ...now, phase: { ...now.phase, answered: true } } : now;
  }
}

/** Whether it has begun again often enough without a note, and waits for the player. */
export const waits = ({ unheard }: Sitting) => unheard >= UNHEARD;

/** The last take, if it was of this strip. */
export const takenOf = ({ phase }: Sitting, strip: number | undefined): Taken | null =>
  phase.at === "judged" && phase.taken.strip === strip ? phase.taken : null;

/** The slip that the player names before the take is told, where one is asked. */
export const askedOf = ({ phase }: Sitting): Slip | undefined =>
  phase.at !== "judged" || phase.answered ? undefined : phase.taken.judged.slips.find(({ of_degree }) => of_degree);
