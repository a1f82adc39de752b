import { useLocalStorage } from "@mantine/hooks";
import { useState } from "react";
import type { Backing, Curtain, EarSetting, FreeRule, Rounds, TempoLadder } from "../../api/types";
import { useLoadedTables } from "../../parts/tables";
import type { BarsLeft } from "./curtain";

export type ListeningTo = "nobody" | "microphone" | "midi" | "keys" | "simulated";
export type Mode = "line" | "improvise" | "ear";

export interface StandSetting {
  /** What is practised: the line as it stands, improvising under a rule, or the ear. */
  mode: Mode;
  backing: Backing;
  ladder: TempoLadder;
  rule: FreeRule;
  ear: EarSetting;
  /** How often a strip comes when one plays along, and after how many times its root is held. */
  rounds: Pick<Rounds, "repeats" | "root_every">;
  /** Whether the tempo follows the ladder. */
  climbs: boolean;
  curtain: Curtain;
  listening: ListeningTo;
  /** Whether the line is heard as well. */
  line: boolean;
  /** Whether one strip follows the other, or each waits. */
  goesOn: boolean;
  /** Whether the browser speaks the next key. */
  spoken: boolean;
  /** Whether a note is right in any octave. */
  octaveFree: boolean;
  /** Whether one keeps going after a slip, or stops and repeats. */
  slip: "keeps" | "stops";
  /** Whether one is asked which degree it was, before it is told. */
  asks: boolean;
  barsLeft: BarsLeft;
  /** Milliseconds between playing and being heard, by who is listened to. */
  latencies: Partial<Record<ListeningTo, number>>;
  /** Slips of the player that is not there. */
  slips: number;
}

/** How the stand is set: as the player keeps it in the browser, and over that as what lies there wishes it, for as long
 * as it lies there.
 */
export function useStandSetting(wished: (own: StandSetting) => Partial<StandSetting>) {
  const { fresh } = useLoadedTables();
  const usual: StandSetting = {
    mode: "line",
    backing: fresh.backing,
    ladder: fresh.ladder,
    rule: fresh.free_rule,
    ear: fresh.ear,
    rounds: { repeats: fresh.rounds.repeats, root_every: fresh.rounds.root_every },
    climbs: false,
    curtain: "all",
    listening: "nobody",
    line: true,
    goesOn: false,
    spoken: false,
    octaveFree: false,
    slip: "keeps",
    asks: false,
    barsLeft: "each",
    latencies: {},
    slips: 2,
  };
  const [kept, keep] = useLocalStorage<StandSetting>({
    key: "dodecant.stand-setting",
    defaultValue: usual,
    getInitialValueInEffect: false,
  });
  // What was kept by an earlier form lacks what is new.
  const own: StandSetting = {
    ...usual,
    ...kept,
    backing: { ...usual.backing, ...kept.backing },
    ladder: { ...usual.ladder, ...kept.ladder },
    rule: { ...usual.rule, ...kept.rule },
    ear: { ...usual.ear, ...kept.ear },
  };
  const [wish, setWish] = useState(() => wished(own));
  const set = (change: Partial<StandSetting>) => {
    const [passing, staying] = divided(change, wish);
    setWish((now) => ({ ...now, ...passing }));
    if (Object.keys(staying).length > 0) keep((now) => ({ ...now, ...staying }));
  };
  return { setting: { ...own, ...wish }, set };
}

/** What of a change concerns a wish, and what the player keeps. */
function divided(
  change: Partial<StandSetting>,
  wish: Partial<StandSetting>,
): [Partial<StandSetting>, Partial<StandSetting>] {
  const part = (wished: boolean) =>
    Object.fromEntries(Object.entries(change).filter(([name]) => name in wish === wished));
  return [part(true), part(false)];
}

export type SetSetting = ReturnType<typeof useStandSetting>["set"];
