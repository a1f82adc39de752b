import { useState } from "react";
import type { Slip, Strip } from "../../../api/types";
import { AskDegree } from "./AskDegree";
import { ImprovisedTold } from "./ImprovisedTold";
import { Judgement } from "./Judgement";
import { type TakeWanted, useEarlier, useTakes as useKeptTakes } from "../queries";
import type { Taken, Takes } from "./useTakes";

interface ResultProps {
  takes: Takes;
  /** The last take of this strip. */
  taken: Taken | null;
  about: Omit<TakeWanted, "events" | "tempo">;
  heading: string;
  /** The slip that is to be named first. */
  asked: Slip | undefined;
  strip: Strip;
  /** A tempo (BPM) to try it slower. */
  slower: number;
  onAgain: () => void;
  onTempo: (tempo: number) => void;
  onOnly: (first: number, last: number) => void;
}

/** What is said of what was played; before it, if one wishes, one is asked which degree it was. */
export function Result({ takes, taken, about, heading, asked, strip, ...does }: ResultProps) {
  const earlier = useKeptTakes(heading).data ?? [];
  const [beside, setBeside] = useState<number | null>(null);
  const compared = useEarlier(beside, { ...about, tempo: taken?.tempo ?? 100 }).data;
  if (takes.improvised) return <ImprovisedTold told={takes.improvised} onAgain={does.onAgain} />;
  if (taken === null) return null;
  if (asked) return <AskDegree key={asked.note} slip={asked} strip={strip} onDone={takes.answer} />;
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
