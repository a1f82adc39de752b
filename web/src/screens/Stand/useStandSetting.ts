import { useLocalStorage } from "@mantine/hooks";
import type { Backing, TempoLadder } from "../../api/types";
import { useLoadedTables } from "../../parts/tables";
import type { Curtain } from "./curtain";

export type ListeningTo = "nobody" | "microphone" | "midi" | "keys" | "simulated";

export interface StandSetting {
  backing: Backing;
  ladder: TempoLadder;
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
  /** Milliseconds between playing and being heard. */
  latency: number;
  /** Slips of the player that is not there. */
  slips: number;
}

/** How the stand is set, kept in the browser. */
export function useStandSetting() {
  const { fresh } = useLoadedTables();
  const usual: StandSetting = {
    backing: fresh.backing,
    ladder: fresh.ladder,
    climbs: false,
    curtain: "all",
    listening: "nobody",
    line: true,
    goesOn: false,
    spoken: false,
    octaveFree: false,
    latency: 0,
    slips: 2,
  };
  const [kept, keep] = useLocalStorage<StandSetting>({
    key: "dodecant.stand-setting",
    defaultValue: usual,
    getInitialValueInEffect: false,
  });
  // What was kept by an earlier form lacks what is new.
  const setting = { ...usual, ...kept, backing: { ...usual.backing, ...kept.backing } };
  return { setting, set: (change: Partial<StandSetting>) => keep((now) => ({ ...now, ...change })) };
}

export type SetSetting = ReturnType<typeof useStandSetting>["set"];
