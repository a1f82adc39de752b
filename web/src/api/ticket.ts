/** What a share link opens: one assignment of a player, or all that is given to them. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "./client";
import { today } from "./dates";
import type { EntryDraft, PlanItemAsked } from "./types";
import { useToday } from "./useToday";

const TICKET = "ticket";

/** What the link opens; asked for again now and then, since answers come to it. */
export function useTicket() {
  return useQuery({
    queryKey: [TICKET],
    queryFn: () => answered(client.GET("/api/ticket", { params: { query: { today: today() } } })),
    retry: false,
    refetchInterval: 60_000,
  });
}

/** One's own plan for a week, and what one did last; of a link that opens everything. */
export function useGuestWeek() {
  const day = useToday();
  return useQuery({
    queryKey: [TICKET, "week", day],
    queryFn: () => answered(client.GET("/api/ticket/week", { params: { query: { today: today() } } })),
  });
}

/** What an item of one's own plan puts on the stand. */
export const itemOnStand = (body: PlanItemAsked) =>
  answered(client.POST("/api/ticket/items", { params: { query: { today: today() } }, body }));

/** Open a link by its token; the browser keeps it from then on. */
export const openTicket = (token: string) => answered(client.POST("/api/tickets", { body: { token } }));

/** Come in as the teacher, and go out again. */
export const comeIn = (passphrase: string) => answered(client.POST("/api/sessions", { body: { passphrase } }));
export const goOut = () => answered(client.DELETE("/api/sessions"));

/** Write what was practised into one's own logbook, say how it went, ask the teacher. */
export function useTicketActions() {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: [TICKET] });
  return {
    add: useMutation({
      mutationFn: (entries: EntryDraft[]) => answered(client.POST("/api/ticket/entries", { body: entries })),
      onSuccess,
    }),
    correct: useMutation({
      mutationFn: ({ number, entry }: { number: number; entry: EntryDraft }) =>
        answered(client.PUT("/api/ticket/entries/{number}", { params: { path: { number } }, body: entry })),
      onSuccess,
    }),
    ask: useMutation({
      mutationFn: (body: { text: string; assignment: number }) =>
        answered(client.POST("/api/ticket/questions", { body })),
      onSuccess,
    }),
  };
}
