/** What the frame and every screen need from the server. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client } from "../api/client";
import { tablesQuery } from "../parts/queries";

export function useTables(enabled: boolean) {
  return useQuery({ ...tablesQuery, enabled });
}

/** Everything whose name or description holds some words. */
export function useFound(words: string) {
  return useQuery({
    queryKey: ["search", words],
    queryFn: ({ signal }) => answered(client.GET("/api/search", { params: { query: { words } }, signal })),
    enabled: words.trim() !== "",
    placeholderData: keepPreviousData,
    retry: false,
  });
}
