/** What the stand asks the server for. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "../../api/client";
import type { Backing, Judged, PlayedEvent, Recipe, TempoLadder } from "../../api/types";
import { exerciseQuery } from "../../parts/queries";

/** The exercise worked out, its first strip engraved for a width; the one before stays until it is there. */
export function useWorkedOut(recipe: Recipe, width: number) {
  return useQuery({ ...exerciseQuery(recipe, width), placeholderData: keepPreviousData });
}

/** What the band plays under some strips. */
export function useBands(recipe: Recipe, strips: number[], backing: Backing) {
  return useQuery({
    queryKey: ["bands", recipe, strips, backing],
    queryFn: () => answered(client.POST("/api/stand/bands", { body: { recipe, strips, backing } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
    enabled: strips.length > 0,
  });
}

export interface TakeMade {
  tempo: number;
  clean: boolean;
}

/** Where takes have led on a ladder. */
export function useRung(recipe: Recipe, ladder: TempoLadder, takes: TakeMade[]) {
  return useQuery({
    queryKey: ["rung", recipe, ladder, takes],
    queryFn: () => answered(client.POST("/api/stand/rungs", { body: { recipe, ladder, takes } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

export interface TakeWanted {
  recipe: Recipe;
  strip: number;
  heading: string;
  tempo: number;
  events: PlayedEvent[];
  octave_free: boolean;
  /** Its id on the shelf, and its title. */
  id: string;
}

/** Judge a take and keep it. */
export function useJudge() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async ({ recipe, strip, tempo, events, octave_free, heading, id }: TakeWanted): Promise<Judged> => {
      const body = { recipe, strip, tempo, events, octave_free };
      const judged = await answered(client.POST("/api/stand/judged", { body }));
      const { sentences, notes, slips } = judged;
      const kept = { recipe: id, title: recipe.title, strip: heading, tempo: Math.round(tempo), sentences, events };
      await answered(client.POST("/api/takes", { body: { ...kept, notes, slips: slips.length } }));
      await queries.invalidateQueries({ queryKey: ["takes", heading] });
      return judged;
    },
  });
}

/** Earlier takes of what stands under a heading, the latest first. */
export function useTakes(strip: string) {
  return useQuery({
    queryKey: ["takes", strip],
    queryFn: () => answered(client.GET("/api/takes", { params: { query: { strip } } })),
    staleTime: Infinity,
    retry: false,
  });
}

/** A take by a player that is not there. */
export async function simulatedTake(recipe: Recipe, strip: number, tempo: number, slips: number, seed: number) {
  const body = { recipe, strip, tempo, slips, seed, jitter: 12 };
  return answered(client.POST("/api/stand/simulated", { body }));
}
