/** What every screen needs from the server. */
import { useQuery } from "@tanstack/react-query";
import { answered, client } from "../api/client";

export function useTables() {
  return useQuery({
    queryKey: ["tables"],
    queryFn: () => answered(client.GET("/api/tables")),
    staleTime: Infinity,
  });
}
