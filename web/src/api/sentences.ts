/** Forms as sentences, from the server, by React Query. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import type { AssignmentToSay, EntryToSay, FormPhrase, HandoutLayout, Profile } from "./types";

/** What a form says; the sentence before stays until the next one is there. */
const useSaid = (form: string, body: unknown, say: () => Promise<{ phrases: FormPhrase[] }>) =>
  useQuery({
    queryKey: ["said", form, body],
    queryFn: say,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });

/** An entry of the logbook as a sentence. */
export const useEntrySaid = (body: EntryToSay) =>
  useSaid("entry", body, () => answered(client.POST("/api/sentences/entries", { body })));

/** An assignment as a sentence. */
export const useAssignmentSaid = (body: AssignmentToSay) =>
  useSaid("assignment", body, () => answered(client.POST("/api/sentences/assignments", { body })));

/** A player as a sentence. */
export const usePlayerSaid = (body: Profile) =>
  useSaid("player", body, () => answered(client.POST("/api/sentences/players", { body })));

/** What is on a page that is handed out, as a sentence. */
export const useLayoutSaid = (body: HandoutLayout) =>
  useSaid("layout", body, () => answered(client.POST("/api/sentences/layouts", { body })));
