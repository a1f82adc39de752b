import { useNavigate } from "react-router";
import { answered, client } from "../../api/client";
import { today } from "../../api/dates";
import type { PlanDay, Recipe, Routine } from "../../api/types";
import { usePlayers } from "../../api/studio";
import { useMend } from "../../parts/documents/useMend";
import { putAssignmentOnStand, putOnStand, putStepOnStand } from "../../parts/documents/onStand";
import { useWho } from "../../parts/Who";
import { tell } from "../../parts/tell";

type Item = PlanDay["items"][number];

/** Puts what a plan asks for on the stand: its recipe or routine, in its key and its version, or what mends a degree. */
export function useTakeToStand() {
  const navigate = useNavigate();
  const [who] = useWho();
  const mend = useMend();
  const level = usePlayers().data?.find(({ id }) => id === who)?.profile.level ?? null;
  return async (item: Item) => {
    try {
      if (item.comes === "mend") {
        const { sound, degree, key, tempo, saved } = item;
        const recipe = saved === "" || item.kind === "routine" ? null : await recipeOf(saved);
        await mend({ sound, degree, keys: [key], tempo, recipe });
        return;
      }
      if (item.saved === "") throw new Error("This goal names no recipe. Choose one under “Goals and rules”.");
      if (item.kind === "routine") await routineOnStand(item);
      else await recipeOnStand(item, level);
      await navigate("/stand");
    } catch (error) {
      tell("It could not be put on the stand", error);
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
      const { fits, routine } = await answered(client.GET("/api/assignments/{number}/players/{player}", { params }));
      putAssignmentOnStand({ recipe: fits[0]?.recipe, curtain: fits[0]?.curtain ?? "all", routine }, "", number);
      await navigate("/stand");
    } catch (error) {
      tell("It could not be put on the stand", error);
    }
  };
}

const one = (id: string) => ({ params: { path: { document_id: id } } });
const recipeOf = async (id: string): Promise<Recipe> =>
  (await answered(client.GET("/api/recipes/{document_id}", one(id)))).document;
/** A plan names keys as the player reads them, as the logbook does. */
const inKey = (recipe: Recipe, key: string): Recipe => ({
  ...recipe,
  player: { ...recipe.player, named_key: "written" },
  keys: { ...recipe.keys, order: "picked", picked: [key] },
});

async function recipeOnStand({ saved, key, tempo, title, version }: Item, level: number | null): Promise<void> {
  const document = await recipeOf(saved);
  const varied = version > 1 ? await versionOf(document, version, level) : { recipe: document, words: "" };
  const named = varied.words === "" ? title : `${title}: ${varied.words}`.slice(0, 120);
  putOnStand({ ...inKey(varied.recipe, key), title: named, tempo }, 0, saved, {
    version: varied.words,
  });
}

/** A later version of a recipe (the first is itself) within a player's level, and what changed last. */
async function versionOf(
  recipe: Recipe,
  version: number,
  level: number | null,
): Promise<{ recipe: Recipe; words: string }> {
  return answered(client.POST("/api/versions", { body: { recipe, times: version - 1, history: [], level } }));
}

async function routineOnStand({ saved, key }: Item): Promise<void> {
  const { document } = await answered(client.GET("/api/routines/{document_id}", one(saved)));
  const steps = document.steps.map((step) =>
    step.kind === "recipe" ? { ...step, recipe: inKey(step.recipe, key) } : step,
  );
  const routine: Routine = { ...document, steps };
  const first = steps.findIndex(({ kind }) => kind === "recipe");
  if (!putStepOnStand(routine, first, saved)) throw new Error("This routine has no recipe in it.");
}
