import { Box, Text } from "@mantine/core";
import { withTitle } from "../../parts/changesText";
import { ShelfPage } from "../../parts/Shelf/ShelfPage";

/** All saved changes. */
export function Component() {
  return (
    <Box>
      <ShelfPage
        shelf="changes"
        title="Changes"
        word="changes"
        words="changes"
        newAddress="/changes/new"
        empty="No changes yet. Begin with a form, or read a score."
        address={(saved) => `/changes/${saved.id}`}
        edited={(document, title) => ({ ...document, text: withTitle(document.text, title) })}
      />
      <Text ta="center" size="sm" c="dimmed" pb="xl">
        A progression with a sound for every chord, ready for the bench in every key.
      </Text>
    </Box>
  );
}
