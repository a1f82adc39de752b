import type { Saved } from "../../api/shelves";
import type { Recipe } from "../../api/types";
import { ShelfPage } from "../../parts/Shelf/ShelfPage";
import { FirstBars } from "../../parts/Recent/FirstBars";

const address = (saved: Saved<"recipes">) => `/bench/${saved.id}`;
const edited = (recipe: Recipe, title: string, tags: string[]) => ({ ...recipe, title, tags });
const titled = (recipe: Recipe) => recipe.title;
const tagsOf = (recipe: Recipe) => recipe.tags;
const picture = (saved: Saved<"recipes">) => <FirstBars saved={saved} />;

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
      titled={titled}
      address={address}
      edited={edited}
      tagsOf={tagsOf}
      picture={picture}
    />
  );
}
