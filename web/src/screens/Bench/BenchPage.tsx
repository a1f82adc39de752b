import { Alert, Anchor, Skeleton, Stack } from "@mantine/core";
import { Link, useParams } from "react-router";
import { useTables } from "../../api/queries";
import { useSaved } from "../../api/shelves";
import { Bench } from "./Bench";

/** Loads what the bench needs, then lays it out. */
export function BenchPage() {
  const { id } = useParams();
  const tables = useTables();
  const saved = useSaved("recipes", id);
  const error = tables.error ?? saved.error;
  if (error !== null) {
    return (
      <Alert m="xl" color="red" title="The recipe could not be opened">
        {error.message}{" "}
        <Anchor component={Link} to="/recipes">
          Go to your recipes
        </Anchor>
        .
      </Alert>
    );
  }
  if (tables.data === undefined || (id !== undefined && saved.data === undefined)) {
    return (
      <Stack p="xl" aria-label="Opening the recipe">
        <Skeleton height={36} width="40%" />
        <Skeleton height={90} />
        <Skeleton height={130} />
      </Stack>
    );
  }
  return <Bench key={id ?? "new"} tables={tables.data} saved={saved.data} />;
}
