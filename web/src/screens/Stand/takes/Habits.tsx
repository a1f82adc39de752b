import { Button, Group, Stack, Text } from "@mantine/core";
import { useNavigate } from "react-router";
import type { Improvised, Recipe } from "../../../api/types";
import { layOnBench } from "../../../parts/documents/draftStore";
import { SaveAs } from "../../../parts/Shelf/SaveAs";
import { useGuest } from "../../../parts/useGuest";
import { useLoadedTables } from "../../../parts/tables";

interface HabitsProps {
  habits: Improvised["habits"];
  recipe: Recipe;
}

/** What one keeps playing: each figure can be practised through the keys, or saved as vocabulary. */
export function Habits({ habits, recipe }: HabitsProps) {
  const navigate = useNavigate();
  const guest = useGuest();
  const fresh = useLoadedTables().fresh.piece;
  if (habits.length === 0) return null;
  return (
    <Stack gap="xs" role="group" aria-label="What you keep playing">
      <Text fw={600}>What you keep playing</Text>
      {habits.map(({ by, degrees, figure, at }) => (
        <Group key={`${by} ${degrees.join(" ")}`} gap="sm" align="flex-end">
          <Text flex="0 1 16rem">
            {degrees.join(" ")}, {at.length} times{by === "shape" ? ", from different degrees" : ""}
          </Text>
          {figure && (
            <Button
              size="xs"
              variant="light"
              onClick={() => {
                layOnBench({ ...recipe, figure });
                void navigate("/bench");
              }}
            >
              Make an exercise of it
            </Button>
          )}
          {figure && !guest && (
            <SaveAs
              shelf="vocabulary"
              label={`Save ${degrees.join(" ")} as vocabulary, named`}
              longest={60}
              named={(name) => ({ ...fresh, name, what: { ...fresh.what, figure } })}
              said={({ title, about }) => ({ title: `${title} is saved as vocabulary`, message: about })}
            />
          )}
        </Group>
      ))}
    </Stack>
  );
}
