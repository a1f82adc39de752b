import { useMemo, useState } from "react";
import { useFit, usePlayers } from "../../../api/studio";
import type { Fitted, Player, Recipe } from "../../../api/types";

export interface SeenAs {
  /** Whose page is shown; nobody: the recipe as it stands. */
  player: Player | undefined;
  players: readonly Player[];
  choose: (player: number | null) => void;
  /** How the recipe was fitted to them. */
  fit: Fitted | undefined;
  error: Error | null;
  /** What is worked out and shown: theirs, once it is known. */
  shown: Recipe;
}

const NOBODY: Player[] = [];

/** Everything on the bench seen as a player gets it; the recipe itself stays as it is. */
export function useSeenAs(recipe: Recipe): SeenAs {
  const [number, choose] = useState<number | null>(null);
  const players = usePlayers().data ?? NOBODY;
  const player = players.find(({ id }) => id === number);
  const { data, error } = useFit(player === undefined ? null : recipe, player?.profile ?? null);
  const fit = player === undefined ? undefined : data;
  const fault = player === undefined ? null : error;
  const shown = fit?.recipe ?? recipe;
  return useMemo(() => ({ player, players, choose, fit, error: fault, shown }), [player, players, fit, fault, shown]);
}
