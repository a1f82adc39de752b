import { useParams } from "react-router";
import { Opened } from "../../parts/Opened";
import { Bench } from "./Bench";

/** Opens a saved recipe, or a new one, on the bench. */
export function Component() {
  const { id } = useParams();
  return (
    <Opened shelf="recipes" id={id} word="recipe" back="/recipes">
      {(saved) => <Bench key={id ?? "new"} saved={saved} />}
    </Opened>
  );
}
