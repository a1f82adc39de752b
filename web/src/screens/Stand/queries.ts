/** What the stand asks the server for. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "../../api/client";
import { useGuest } from "../../parts/useGuest";
import type {
  Backing,
  EarSetting,
  FreeRule,
  Improvised,
  Judged,
  PlayedEvent,
  Recipe,
  Rounds,
  TempoLadder,
} from "../../api/types";
import { exerciseQuery } from "../../parts/queries";
import type { StandSetting } from "./useStandSetting";

/** The exercise worked out, its first strip engraved for a width; the one before stays until it is there. */
export function useWorkedOut(recipe: Recipe, width: number) {
  return useQuery({ ...exerciseQuery(recipe, [width]), placeholderData: keepPreviousData });
}

export interface BandsWanted {
  recipe: Recipe;
  strips: number[];
  backing: Backing;
  rounds: Rounds;
  rule: FreeRule | null;
}

/** What the band plays under some strips, and how each is gone through. */
export function bandsQuery(body: BandsWanted) {
  return {
    queryKey: ["bands", body],
    queryFn: () => answered(client.POST("/api/stand/bands", { body })),
    staleTime: Infinity,
    retry: false,
  };
}

/** The same, asked for before it is needed. */
export function useBands(wanted: BandsWanted, soon = true) {
  const enabled = soon && wanted.strips.length > 0;
  return useQuery({ ...bandsQuery(wanted), placeholderData: keepPreviousData, enabled });
}

export interface TakeMade {
  tempo: number;
  clean: boolean;
}

/** Where takes have led on a ladder. */
export function useRung(recipe: Recipe, ladder: TempoLadder, takes: readonly TakeMade[]) {
  return useQuery({
    queryKey: ["rung", recipe, ladder, takes],
    queryFn: () => answered(client.POST("/api/stand/rungs", { body: { recipe, ladder, takes: [...takes] } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

export interface TakeWanted {
  recipe: Recipe;
  strip: number;
  tempo: number;
  events: PlayedEvent[];
  octave_free: boolean;
  /** Whether every tone of a struck chord can be heard. */
  every_tone: boolean;
  rounds: Rounds;
  /** A moment (seconds) up to which it is judged while it is still being played. */
  until?: number;
}

/** How what was heard is judged: a microphone hears one note at a time. */
export const heardAs = ({ octaveFree, listening }: Pick<StandSetting, "octaveFree" | "listening">) => ({
  octave_free: octaveFree,
  every_tone: listening !== "microphone",
});

/** A take judged, and not kept. */
export const judged = (body: TakeWanted): Promise<Judged> => answered(client.POST("/api/stand/judged", { body }));

interface Kept {
  /** Its id on the shelf, and what stands above what was played. */
  id: string;
  heading: string;
  /** Whether somebody played it: what nobody played is not kept. */
  real: boolean;
}

/** Judge a take and keep it. */
export function useJudge() {
  const keep = useKeep();
  return useMutation({
    mutationFn: async ({ take, ...kept }: Kept & { take: TakeWanted }): Promise<Judged> => {
      const found = await judged(take);
      const { sentences, notes, slips } = found;
      await keep({ take, ...kept, sentences, notes, slips: slips.length });
      return found;
    },
  });
}

/** The form one improvises over, bar by bar. */
export function useForm(recipe: Recipe, strip: number, rule: FreeRule) {
  return useQuery({
    queryKey: ["form", recipe, strip, rule],
    queryFn: () => answered(client.POST("/api/stand/forms", { body: { recipe, strip, rule } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

/** Tell what became of a rule, and keep what was played. */
export function useImprovised() {
  const keep = useKeep();
  return useMutation({
    mutationFn: async (wanted: Kept & { take: TakeWanted; rule: FreeRule }): Promise<Improvised> => {
      const { recipe, strip, tempo, events } = wanted.take;
      const body = { recipe, strip, tempo, events, rule: wanted.rule };
      const found = await answered(client.POST("/api/stand/improvised", { body }));
      const notes = found.choruses.reduce((sum, chorus) => sum + chorus.notes, 0);
      const inside = found.choruses.reduce((sum, chorus) => sum + chorus.inside, 0);
      await keep({ ...wanted, sentences: found.sentences, notes, slips: notes - inside });
      return found;
    },
  });
}

/** Keeps a take in which somebody was heard; a guest's are told, and not kept: what was practised goes into the logbook. */
function useKeep() {
  const queries = useQueryClient();
  const guest = useGuest();
  return async (kept: Kept & { take: TakeWanted; sentences: string[]; notes: number; slips: number }) => {
    if (guest || !kept.real || kept.take.events.length === 0) return;
    const { take, id, heading, sentences, notes, slips } = kept;
    const { recipe, tempo, events } = take;
    const body = { recipe: id, title: recipe.title, strip: heading, tempo: Math.round(tempo), sentences, events };
    await answered(client.POST("/api/takes", { body: { ...body, notes, slips } }));
    await queries.invalidateQueries({ queryKey: ["takes", heading] });
  };
}

/** Earlier takes of what stands under a heading, the latest first. */
export function useTakes(strip: string) {
  const guest = useGuest();
  return useQuery({
    enabled: !guest,
    queryKey: ["takes", strip],
    queryFn: () => answered(client.GET("/api/takes", { params: { query: { strip } } })),
    staleTime: Infinity,
    retry: false,
  });
}

/** An earlier take judged again, to be laid beside the last one. */
export function useEarlier(number: number | null, take: Omit<TakeWanted, "events">) {
  return useQuery({
    queryKey: ["earlier", number, take],
    queryFn: async () => {
      const kept = await answered(client.GET("/api/takes/{number}", { params: { path: { number: number ?? 0 } } }));
      return { kept, judged: await judged({ ...take, tempo: kept.tempo, events: kept.events }) };
    },
    staleTime: Infinity,
    retry: false,
    enabled: number !== null,
  });
}

/** A take by a player that is not there. */
export async function simulatedTake(
  take: Omit<TakeWanted, "events" | "octave_free" | "every_tone"> & { rule: FreeRule | null },
  slips: number,
  seed: number,
) {
  return answered(client.POST("/api/stand/simulated", { body: { ...take, slips, seed, jitter: 12 } }));
}

/** Questions for the ear about the sound of a strip. */
export function useQuestions(recipe: Recipe, strip: number, setting: EarSetting) {
  return useQuery({
    queryKey: ["ear", recipe, strip, setting],
    queryFn: () => answered(client.POST("/api/stand/ear", { body: { recipe, strip, setting } })),
    staleTime: Infinity,
    retry: false,
  });
}

/** Whether a phrase came back. */
export const sungBack = (recipe: Recipe, strip: number, due: number[], events: PlayedEvent[]) =>
  answered(client.POST("/api/stand/sung", { body: { recipe, strip, due, events } }));

/** How long after the hand a note arrives, from notes played with clicks (seconds). */
export const latencyOf = (clicks: number[], events: PlayedEvent[]) =>
  answered(client.POST("/api/stand/latency", { body: { clicks, events } }));
