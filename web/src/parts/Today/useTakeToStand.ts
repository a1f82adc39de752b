import { useNavigate } from "react-router";
import { answered, client } from "../../api/client";
import { today } from "../../api/dates";
import { ofToday } from "../../api/plans";
import type { PlanDay } from "../../api/types";
import { putAssignmentOnStand, putItemOnStand } from "../documents/onStand";
import { useWho } from "../Who";
import { tell } from "../tell";

type Item = PlanDay["items"][number];

/** Puts what a plan asks for on the stand: its recipe or routine, in its key and its version, or what mends a degree. */
export function useTakeToStand() {
  const navigate = useNavigate();
  const [player] = useWho();
  return async ({ goal, key, comes, degree }: Item) => {
    try {
      const body = { goal, key, comes, degree };
      const params = ofToday(player);
      const found = await answered(client.POST("/api/players/{player}/plan/items", { params, body }));
      if (!putItemOnStand(found)) throw new Error("This routine has no recipe in it.");
      await navigate("/stand");
    } catch (error) {
      tell("The stand could not open it", error);
    }
  };
}

/** Puts an assignment on the stand as the player gets it; what is played of it counts for it. */
export function useGivenToStand() {
  const navigate = useNavigate();
  const [player] = useWho();
  return async (number: number) => {
    try {
      const params = { path: { number, player }, query: { today: today() } };
      const own = await answered(client.GET("/api/assignments/{number}/players/{player}", { params }));
      putAssignmentOnStand(own, "", number);
      await navigate("/stand");
    } catch (error) {
      tell("The stand could not open it", error);
    }
  };
}
