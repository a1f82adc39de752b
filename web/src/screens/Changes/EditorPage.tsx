import { Alert, Anchor, Skeleton, Stack } from "@mantine/core";
import { Link, useParams } from "react-router";
import { useTables } from "../../api/queries";
import { useSaved } from "../../api/shelves";
import { Editor } from "./Editor";

/** Loads what the editor of changes needs, then lays it out. */
export function EditorPage() {
  const { id } = useParams();
  const tables = useTables();
  const saved = useSaved("changes", id);
  const error = tables.error ?? saved.error;
  if (error !== null) {
    return (
      <Alert m="xl" color="red" title="The changes could not be opened">
        {error.message}{" "}
        <Anchor component={Link} to="/changes">
          Go to your changes
        </Anchor>
        .
      </Alert>
    );
  }
  if (tables.data === undefined || (id !== undefined && saved.data === undefined)) {
    return (
      <Stack p="xl" aria-label="Opening the changes">
        <Skeleton height={36} width="40%" />
        <Skeleton height={220} />
      </Stack>
    );
  }
  return <Editor key={id ?? "new"} tables={tables.data} saved={saved.data} />;
}
