import { Alert, Box, Button, Group, Skeleton, Stack, Text, TextInput, Title } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { IconPlus, IconSearch } from "@tabler/icons-react";
import { useState } from "react";
import { Link } from "react-router";
import { useRecipes } from "../../api/queries";
import { RecipeRow } from "./RecipeRow";
import classes from "./Recipes.module.css";

/** All recipes: find, open, rename, copy, delete. */
export function RecipesPage() {
  const [typed, setTyped] = useState("");
  const [search] = useDebouncedValue(typed, 120);
  const recipes = useRecipes(search);
  return (
    <Box className={classes.page}>
      <Group mb="md" align="flex-end">
        <Title order={1} size="h2" flex={1}>
          Recipes
        </Title>
        <TextInput
          aria-label="Search recipes"
          placeholder="Search by name"
          type="search"
          leftSection={<IconSearch size={17} />}
          w={280}
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />
        <Button component={Link} to="/bench" leftSection={<IconPlus size={18} />}>
          New recipe
        </Button>
      </Group>
      {recipes.isError && (
        <Alert color="red" title="The recipes could not be read">
          {recipes.error.message}
        </Alert>
      )}
      {recipes.isPending && (
        <Stack aria-label="Reading the recipes">
          {[1, 2, 3].map((row) => (
            <Skeleton key={row} height={76} />
          ))}
        </Stack>
      )}
      {recipes.data?.length === 0 && (
        <Text c="dimmed" py="xl" ta="center">
          {search === "" ? "No recipes yet. A new one takes a minute." : `No recipe is called “${search}”.`}
        </Text>
      )}
      <ul className={classes.list}>
        {recipes.data?.map((saved) => (
          <RecipeRow key={saved.id} saved={saved} />
        ))}
      </ul>
    </Box>
  );
}
