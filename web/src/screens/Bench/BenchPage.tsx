import { type LoaderFunctionArgs, useLocation, useParams } from "react-router";
import { Opened } from "../../parts/Opened";
import { Bench } from "./Bench";
import { askAhead } from "./askAhead";

/** What fails here is told where it is asked for again. */
export function loader({ params }: LoaderFunctionArgs) {
  askAhead(params.id).catch(() => undefined);
  return null;
}

/** Opens a saved recipe, or a new one, on the bench. */
export function Component() {
  const { id } = useParams();
  const { key: visit } = useLocation(); // what is laid on the bench anew is another visit
  return (
    <Opened shelf="recipes" id={id} word="recipe" back="/recipes">
      {(saved) => <Bench key={id ?? visit} saved={saved} />}
    </Opened>
  );
}
