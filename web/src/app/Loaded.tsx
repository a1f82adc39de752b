import { Alert, Button, Skeleton, Stack } from "@mantine/core";
import { Outlet } from "react-router";
import { TablesProvider } from "../parts/tables";
import { useTables } from "./queries";

/** Every place needs the server's tables: they are loaded once, before any of them is shown. */
export function Loaded() {
  const tables = useTables();
  if (tables.error !== null) {
    return (
      <Alert m="xl" color="red" title="Dodecant could not begin">
        <Stack align="flex-start" gap="sm">
          {tables.error.message}
          <Button variant="default" onClick={() => void tables.refetch()}>
            Try again
          </Button>
        </Stack>
      </Alert>
    );
  }
  if (tables.data === undefined) {
    return (
      <Stack p="xl" aria-label="Beginning">
        <Skeleton height={36} width="40%" />
        <Skeleton height={220} />
      </Stack>
    );
  }
  return (
    <TablesProvider tables={tables.data}>
      <Outlet />
    </TablesProvider>
  );
}
