import { Box, Text } from "@mantine/core";
import type { Saved } from "../../api/shelves";
import type { ChangesDraft } from "../../api/types";
import { titleOf, withTitle } from "../../parts/music/changesText";
import { ShelfPage } from "../../parts/Shelf/ShelfPage";

const address = (saved: Saved<"changes">) => `/changes/${saved.id}`;
const titled = (changes: ChangesDraft) => titleOf(changes.text);
const edited = (changes: ChangesDraft, title: string) => ({ ...changes, text: withTitle(changes.text, title) });

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
        titled={titled}
        address={address}
        edited={edited}
      />
      <Text ta="center" size="sm" c="dimmed" pb="xl">
        A progression with a sound for every chord, ready for the bench in every key.
      </Text>
    </Box>
  );
}
