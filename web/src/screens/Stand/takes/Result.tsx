import { useState } from "react";
import type { Improvised, Slip, Strip } from "../../../api/types";
import { AskDegree } from "./AskDegree";
import { ImprovisedTold } from "./ImprovisedTold";
import { Judgement } from "./Judgement";
import { type TakeWanted, useEarlier, useTakes } from "../queries";
import type { Taken } from "./sitting";

interface ResultProps {
  improvised: Improvised | null;
  /** The last take of this strip. */
  taken: Taken | null;
  about: Omit<TakeWanted, "events" | "tempo">;
  heading: string;
  /** Whether somebody played it. */
  real: boolean;
  /** The slip that is to be named first. */
  asked: Slip | undefined;
  strip: Strip;
  /** A tempo (BPM) to try it slower. */
  slower: number;
  onNamed: () => void;
  onAgain: () => void;
  onTempo: (tempo: number) => void;
  onOnly: (first: number, last: number) => void;
  onMend: (degree: string) => void;
}

/** What is said of what was played; before it, if one wishes, one is asked which degree it was. */
export function Result({ improvised, taken, about, heading, asked, strip, real, onNamed, ...does }: ResultProps) {
  const takes = useTakes(heading).data ?? [];
  const earlier = real ? takes.slice(1) : takes; // the first of them is this one, if it was kept
  const [beside, setBeside] = useState<number | null>(null);
  const compared = useEarlier(beside, { ...about, tempo: taken?.tempo ?? 100 }).data;
  if (improvised) return <ImprovisedTold told={improvised} recipe={about.recipe} onAgain={does.onAgain} />;
  if (taken === null) return null;
  if (asked) return <AskDegree key={asked.note} slip={asked} strip={strip} onDone={onNamed} />;
  return (
    <Judgement
      judged={taken.judged}
      earlier={earlier}
      beside={beside}
      compared={compared}
      onBeside={setBeside}
      {...does}
    />
  );
}
