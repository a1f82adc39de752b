import { ShelfPage } from "../../parts/Shelf/ShelfPage";
import { FirstBars } from "./FirstBars";

/** All recipes. */
export function Component() {
  return (
    <ShelfPage
      shelf="recipes"
      title="Recipes"
      word="recipe"
      words="recipes"
      newAddress="/bench"
      empty="No recipes yet. A new one takes a minute."
      address={(saved) => `/bench/${saved.id}`}
      edited={(recipe, title, tags) => ({ ...recipe, title, tags })}
      tagsOf={(recipe) => recipe.tags}
      picture={(saved) => <FirstBars saved={saved} />}
    />
  );
}
