/** Plans and routines on the server, by React Query. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "../../api/client";
import { today } from "../../api/dates";
import { ofToday } from "../../api/plans";
import type { Filling, PlanDocument, Routine, RoutineMinutes } from "../../api/types";

/** What a plan would be, while it is changed. */
export function useTriedPlan(player: number, document: PlanDocument | null) {
  return useQuery({
    queryKey: ["plan", player, "tried", document],
    queryFn: () => {
      if (document === null) throw new Error("There is nothing to try.");
      return answered(client.POST("/api/players/{player}/plan/tried", { params: ofToday(player), body: document }));
    },
    enabled: document !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** Keep a plan that was changed from a revision. */
export function useKeepPlan(player: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { document: PlanDocument; revision: number }) =>
      answered(client.PUT("/api/players/{player}/plan", { params: ofToday(player), body })),
    onSuccess: (plan) => queries.setQueryData(["plan", player, today()], plan),
  });
}

/** How long a routine takes, as far as it is known from before, and what to leave out of one that is too long. */
export function useRoutineMinutes(player: number, routine: Routine) {
  return useQuery({
    queryKey: ["routine-minutes", player, routine],
    queryFn: () => minutesOf(player, routine),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** The same, once; with a player's level, as it is practised there. */
export async function minutesOf(
  player: number,
  routine: Routine,
  level: number | null = null,
): Promise<RoutineMinutes> {
  const ids = new Set(routine.steps.flatMap((step) => (step.kind === "recipe" && step.saved ? [step.saved] : [])));
  const days = await Promise.all(
    [...ids].map(async (recipe) => {
      const params = { path: { player }, query: { recipe } };
      return [recipe, await answered(client.GET("/api/players/{player}/taken", { params }))] as const;
    }),
  );
  return answered(client.POST("/api/routine-minutes", { body: { routine, taken: Object.fromEntries(days), level } }));
}

/** A shape filled with a sound, keys and an instrument. */
export const useFilledShape = () =>
  useMutation({
    mutationFn: ({ shape, body }: { shape: string; body: Filling }) =>
      answered(client.POST("/api/routine-shapes/{shape}", { params: { path: { shape } }, body })),
  });
