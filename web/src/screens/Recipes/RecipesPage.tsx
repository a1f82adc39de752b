import { ShelfPage } from "../../parts/Shelf/ShelfPage";

/** All recipes. */
export function Component() {
  return (
    <ShelfPage
      shelf="recipes"
      title="Recipes"
      word="recipe"
      newAddress="/bench"
      empty="No recipes yet. A new one takes a minute."
      address={(saved) => `/bench/${saved.id}`}
      retitled={(recipe, title) => ({ ...recipe, title })}
    />
  );
}
