/** Forms as sentences, from the server, by React Query. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import type { AssignmentToSay, EntryToSay, Profile } from "./types";

/** An entry of the logbook as a sentence. */
export const useEntrySaid = (entry: EntryToSay) =>
  useQuery({
    queryKey: ["said", "entry", entry],
    queryFn: () => answered(client.POST("/api/sentences/entries", { body: entry })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });

/** An assignment as a sentence. */
export const useAssignmentSaid = (assignment: AssignmentToSay) =>
  useQuery({
    queryKey: ["said", "assignment", assignment],
    queryFn: () => answered(client.POST("/api/sentences/assignments", { body: assignment })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });

/** A player as a sentence. */
export const usePlayerSaid = (player: Profile) =>
  useQuery({
    queryKey: ["said", "player", player],
    queryFn: () => answered(client.POST("/api/sentences/players", { body: player })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
