/** A lesson with a student on the server, by React Query: the page of today, and what is written down. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "./client";
import { ofToday } from "./plans";
import type { LessonNotes } from "./types";
import { useToday } from "./useToday";

export const LESSON = "lesson";

/** What was done since the last lesson, what to give next, what is written down. */
export function useLesson(player: number) {
  const day = useToday();
  return useQuery({
    queryKey: [LESSON, player, day],
    queryFn: ({ signal }) => answered(client.GET("/api/players/{player}/lesson", { params: ofToday(player), signal })),
  });
}

/** Keep what is written down. */
export function useKeepLesson(player: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { notes: LessonNotes; revision: number }) =>
      answered(client.PUT("/api/players/{player}/lesson", { params: ofToday(player), body })),
    onSuccess: () => queries.invalidateQueries({ queryKey: [LESSON, player] }),
  });
}
