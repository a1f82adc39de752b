import { Alert, Button, Skeleton, Stack } from "@mantine/core";
import { Outlet, useLocation } from "react-router";
import { useVisitor } from "../api/studio";
import { TablesProvider } from "../parts/tables";
import { AtTheDoor } from "./AtTheDoor";
import { Entrance } from "./Entrance";
import { useTables } from "./queries";

/** Every place needs the server's tables: they are loaded once, before any of them is shown. */
export function Loaded() {
  const visitor = useVisitor();
  const { pathname, hash } = useLocation();
  const stranger = visitor.data?.kind === "stranger";
  const tables = useTables(!stranger); // asked for beside the visitor: hardly anyone is a stranger
  if (pathname === "/ticket" && (stranger || hash.length > 1)) return <AtTheDoor key={hash} token={hash.slice(1)} />;
  if (stranger) return <Entrance />;
  const error = visitor.error ?? (visitor.data && tables.error) ?? null;
  if (error !== null) {
    return (
      <Alert m="xl" color="red" title="Dodecant could not start">
        <Stack align="flex-start" gap="sm">
          {error.message}
          <Button variant="default" onClick={() => void (visitor.error ? visitor : tables).refetch()}>
            Try again
          </Button>
        </Stack>
      </Alert>
    );
  }
  if (visitor.data === undefined || tables.data === undefined) {
    return (
      <Stack p="xl" aria-label="Loading">
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
