import { useState } from "react";
import type { Improvised, Judged, Rounds } from "../../../api/types";
import type { TakeMade } from "../queries";

export interface Taken {
  judged: Judged;
  tempo: number;
  strip: number;
  /** The bars that were played. */
  bars: Rounds;
}

/** What was played at the stand since it was opened at a strip: the last take and its judgement, and where all led. */
export function useTakes(place: number) {
  const [taken, put] = useState<Taken | null>(null);
  const [improvised, setImprovised] = useState<Improvised | null>(null);
  const [made, setMade] = useState<TakeMade[]>([]);
  const [clean, setClean] = useState<Record<number, number>>({});
  const [answered, setAnswered] = useState<Taken | null>(null);
  return {
    taken,
    improvised,
    made,
    /** Clean takes by strip, since it was opened. */
    clean,
    /** The slip one is to name before the take is told, where one is asked. */
    asked: (of: Taken | null) =>
      of === null || of === answered
        ? undefined
        : of.judged.slips.find(({ kind }) => kind === "wrong" || kind === "left-out"),
    answer: () => setAnswered(taken),
    put: (next: Taken | null) => {
      put(next);
      setImprovised(null);
    },
    clear: () => {
      put(null);
      setImprovised(null);
      setMade([]);
    },
    onJudged: (judged: Judged, tempo: number, bars: Rounds) => {
      put({ judged, tempo, strip: place, bars });
      const whole = bars.first_bar === 0 && bars.last_bar === 0;
      if (whole) setMade((now) => [...now, { tempo: Math.round(tempo), clean: judged.clean }]);
      if (whole && judged.clean) setClean((now) => ({ ...now, [place]: (now[place] ?? 0) + 1 }));
    },
    onImprovised: setImprovised,
  };
}

export type Takes = ReturnType<typeof useTakes>;
