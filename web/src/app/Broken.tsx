import { Button, Code, Group, Stack, Text, Title } from "@mantine/core";
import { Link, useRouteError } from "react-router";

/** What is shown where a screen fails: what was typed is kept, and two ways on. */
export function Broken() {
  const error = useRouteError();
  return (
    <Stack p="xl" align="flex-start" role="alert">
      <Title order={1}>Something went wrong</Title>
      <Text>This is an error in Dodecant. What you typed is still in this browser.</Text>
      <Group>
        <Button onClick={() => window.location.reload()}>Reload the page</Button>
        <Button variant="default" component={Link} to="/recipes" reloadDocument>
          Go to your recipes
        </Button>
      </Group>
      <Text size="sm" c="dimmed">
        If it happens again, tell us what you did, and this line:
      </Text>
      <Code>{error instanceof Error ? error.message : String(error)}</Code>
    </Stack>
  );
}
