import { useNavigate } from "react-router";
import { answered, client } from "../../api/client";
import type { Slipped } from "../../api/types";
import { useLoadedTables } from "../tables";
import { tell } from "../tell";
import { putOnStand } from "./onStand";

/** Makes an exercise of a degree that slips and puts it on the stand: slow at first, then up to how it stood. */
export function useMend() {
  const navigate = useNavigate();
  const { fresh } = useLoadedTables();
  return async (slipped: Slipped) => {
    try {
      const recipe = await answered(client.POST("/api/stand/mendings", { body: slipped }));
      const ladder = { ...fresh.ladder, begin: recipe.tempo, top: Math.max(recipe.tempo, slipped.tempo) };
      putOnStand(recipe, 0, "", { ladder });
      await navigate("/stand");
      return true;
    } catch (error) {
      tell("Could not make the exercise", error);
      return false;
    }
  };
}
