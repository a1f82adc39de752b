/** The plan of a player on the server, by React Query. */
import { useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { today } from "./dates";
import { useToday } from "./useToday";

/** A player's plan as of today. */
export const ofToday = (player: number) => ({ path: { player }, query: { today: today() } });

/** The plan and its days from today on. */
export function usePlan(player: number) {
  const day = useToday();
  return useQuery({
    queryKey: ["plan", player, day],
    queryFn: () => answered(client.GET("/api/players/{player}/plan", { params: ofToday(player) })),
  });
}
