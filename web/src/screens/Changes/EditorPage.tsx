import { useLocation, useParams } from "react-router";
import { Opened } from "../../parts/Opened";
import { Editor } from "./Editor";

/** Opens saved changes, or new ones, to write. */
export function Component() {
  const { id } = useParams();
  const { key: visit } = useLocation(); // what is laid here anew is another visit
  return (
    <Opened shelf="changes" id={id} word="changes" back="/changes">
      {(saved) => <Editor key={id ?? visit} saved={saved} />}
    </Opened>
  );
}
