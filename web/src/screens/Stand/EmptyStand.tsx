import { Stack, Text, Title } from "@mantine/core";
import { Link } from "react-router";

/** An empty stand says how something gets on it. */
export function EmptyStand() {
  return (
    <Stack p="xl" gap="sm" align="flex-start">
      <Title order={1} size="h3">
        The stand is empty.
      </Title>
      <Text>
        Open a <Link to="/recipes">recipe</Link> on the <Link to="/bench">bench</Link> and take it here with “Practise”.
      </Text>
    </Stack>
  );
}
