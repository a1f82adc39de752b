import { useParams } from "react-router";
import { Opened } from "../../parts/Opened";
import { Editor } from "./Editor";

/** Opens saved changes, or new ones, to write. */
export function Component() {
  const { id } = useParams();
  return (
    <Opened shelf="changes" id={id} word="changes" back="/changes">
      {(saved) => <Editor key={id ?? "new"} saved={saved} />}
    </Opened>
  );
}
