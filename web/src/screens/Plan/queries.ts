/** Plans and routines on the server, by React Query. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "../../api/client";
import { today } from "../../api/dates";
import { ofToday } from "../../api/plans";
import type { PlanDocument, Routine } from "../../api/types";

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

/** How long a routine takes, and what to leave out of one that is too long. */
export function useRoutineMinutes(routine: Routine) {
  return useQuery({
    queryKey: ["routine-minutes", routine],
    queryFn: () => answered(client.POST("/api/routine-minutes", { body: { routine } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

/** A shape filled with a sound, a key and an instrument. */
export const filledShape = (shape: string, filling: { scale: string; tonic: string; instrument: string }) =>
  answered(client.POST("/api/routine-shapes/{shape}", { params: { path: { shape } }, body: filling }));
