/** The logbook on the server, by React Query: entries, what they add up to. */
import {
  keepPreviousData,
  type QueryClient,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { answered, client } from "./client";
import { firstOfWeek, zone } from "./dates";
import { LESSON } from "./lessons";
import { ASSIGNMENTS } from "./studio";
import type { EntryDraft } from "./types";
import { useToday } from "./useToday";

/** Whose logbook it is: the first player is oneself. */
export const MYSELF = 1;

const of = (player: number) => ({ path: { player } });
const LOGBOOK = "logbook";

/** Entries page by page, the latest first. */
export function useEntries(player: number) {
  return useInfiniteQuery({
    queryKey: [LOGBOOK, player, "entries"],
    queryFn: ({ pageParam }) =>
      answered(
        client.GET("/api/players/{player}/entries", {
          params: { ...of(player), query: pageParam === null ? {} : { day: pageParam.day, number: pageParam.id } },
        }),
      ),
    initialPageParam: null as { day: string; id: number } | null,
    getNextPageParam: ({ entries, more }) => {
      const last = entries.at(-1);
      return more && last ? { day: last.day, id: last.id } : undefined;
    },
  });
}

/** What the entries add up to, and the dial of a sound at a tempo (BPM). */
export function useOverview(player: number, sound: string, tempo: number) {
  const day = useToday();
  return useQuery({
    queryKey: [LOGBOOK, player, "overview", sound, tempo, day],
    queryFn: () =>
      answered(
        client.GET("/api/players/{player}/overview", {
          params: { ...of(player), query: { today: day, sound, tempo, first: firstOfWeek() } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** What is yet to be begun: sounds, positions and note values. */
export interface ToLearn {
  sounds: string[];
  positions: string[];
  values: string[];
}

/** Key by sound by position by note value, with what is yet to be begun. */
export function useMatrix(player: number, tempo: number, toLearn: ToLearn) {
  return useQuery({
    queryKey: [LOGBOOK, player, "matrix", tempo, toLearn],
    queryFn: () =>
      answered(client.GET("/api/players/{player}/matrix", { params: { ...of(player), query: { tempo, ...toLearn } } })),
    placeholderData: keepPreviousData,
  });
}

/** What an entry was before it was corrected. */
export function useTrace(player: number, number: number, enabled: boolean) {
  return useQuery({
    queryKey: [LOGBOOK, player, "trace", number],
    queryFn: () =>
      answered(client.GET("/api/players/{player}/entries/{number}/trace", { params: { path: { player, number } } })),
    enabled,
  });
}

/** Ask anew for whatever is worked out from entries. */
export const entriesChanged = (queries: QueryClient) =>
  Promise.all([LOGBOOK, "plan", LESSON, ASSIGNMENTS].map((key) => queries.invalidateQueries({ queryKey: [key] })));

/** Add, correct, delete and bring back entries; whatever is worked out from them is asked for anew. */
export function useEntryActions(player: number) {
  const queries = useQueryClient();
  const onSuccess = () => entriesChanged(queries);
  const at = (number: number) => ({ params: { path: { player, number } } });
  return {
    add: useMutation({
      mutationFn: (entries: EntryDraft[]) =>
        answered(client.POST("/api/players/{player}/entries", { params: of(player), body: entries })),
      onSuccess,
    }),
    correct: useMutation({
      mutationFn: ({ number, entry }: { number: number; entry: EntryDraft }) =>
        answered(client.PUT("/api/players/{player}/entries/{number}", { ...at(number), body: entry })),
      onSuccess,
    }),
    remove: useMutation({
      mutationFn: (number: number) => answered(client.DELETE("/api/players/{player}/entries/{number}", at(number))),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: (number: number) =>
        answered(client.POST("/api/players/{player}/entries/{number}/brought-back", at(number))),
      onSuccess,
    }),
  };
}

/** An entry of which nothing is said yet but when it was. */
export const blankEntry = (): EntryDraft => ({
  at: new Date().toISOString(),
  zone: zone(),
  what: "",
  minutes: 10,
  recipe: "",
  version: "",
  key: null,
  sound: "",
  position: "",
  value: "",
  tempo: null,
  word: "",
  notes: 0,
  slips: 0,
  source: "hand",
  assignment: null,
  slipped: [],
});
