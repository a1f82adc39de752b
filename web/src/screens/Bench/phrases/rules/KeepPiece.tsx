import type { Recipe } from "../../../../api/types";
import { SaveAs } from "../../../../parts/Shelf/SaveAs";
import { useLoadedTables } from "../../../../parts/tables";

/** Keeps the figure, with what it stands on and what leads into it, as a piece of vocabulary. */
export function KeepPiece({ recipe }: { recipe: Recipe }) {
  const fresh = useLoadedTables().fresh.piece;
  const { figure, ladder, enclosure, path, placement } = recipe;
  // A cell on every step of a path is a drill; what is kept is the cell. A run is its path.
  const walks = figure.kind === "run" || figure.kind === "intervals";
  const value = figure.kind === "lick" ? null : placement.value;
  return (
    <SaveAs
      shelf="vocabulary"
      label="Save as vocabulary, named"
      longest={60}
      named={(name) => ({
        ...fresh,
        name,
        what: {
          ...fresh.what,
          figure,
          ladder,
          enclosure,
          path: walks ? path : { ...path, span: "once" },
          value,
          slots: "",
        },
      })}
      said={({ title, about }) => ({ title: `${title} is saved as vocabulary`, message: about })}
    />
  );
}
