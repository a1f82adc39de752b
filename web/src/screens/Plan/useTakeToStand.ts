import { useNavigate } from "react-router";
import { answered, client } from "../../api/client";
import type { PlanDay, Recipe } from "../../api/types";
import { putOnStand } from "../../parts/onStand";
import { tell } from "../../parts/tell";

type Item = PlanDay["items"][number];

/** Puts what a plan asks for on the stand: the recipe of its goal in its key, at its tempo; or its routine. */
export function useTakeToStand() {
  const navigate = useNavigate();
  return async ({ saved, key, tempo, title }: Item) => {
    try {
      const recipe = await recipeOf(saved);
      const asked: Recipe = { ...recipe, title, tempo, keys: { ...recipe.keys, order: "picked", picked: [key] } };
      putOnStand(asked, 0, saved);
      await navigate("/stand");
    } catch (error) {
      tell("It could not be put on the stand", error);
    }
  };
}

async function recipeOf(saved: string): Promise<Recipe> {
  if (saved === "") throw new Error("This goal names no recipe. Choose one under “Goals and rules”.");
  const params = { params: { path: { document_id: saved } } };
  const { document } = await answered(client.GET("/api/recipes/{document_id}", params));
  return document;
}
