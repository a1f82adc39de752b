import { Anchor, Box, Skeleton, Stack, Text } from "@mantine/core";
import { useState } from "react";
import { useExplanation } from "./queries";
import type { Phrase, Recipe } from "../../api/types";
import { Engraved } from "../../parts/Engraved/Engraved";

/** A phrase explains itself on request: a sentence or two, and an engraved example of it alone. */
export function Explained({ recipe, phrase }: { recipe: Recipe; phrase: Phrase["id"] }) {
  const [open, setOpen] = useState(false);
  const explained = useExplanation(recipe, phrase, open);
  return (
    <Stack gap={6} mt="sm">
      <Anchor component="button" type="button" size="sm" ta="left" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? "Hide the explanation" : "What does this mean?"}
      </Anchor>
      {open && explained.isPending && <Skeleton height={70} role="img" aria-label="Loading" />}
      {open && explained.error && <Text size="sm">{explained.error.message}</Text>}
      {open && explained.data && (
        <Box maw="var(--measure)" role="note">
          <Text size="sm">{explained.data.text}</Text>
          {explained.data.svg && (
            <>
              <Engraved svg={explained.data.svg} />
              <Text size="xs" c="dimmed">
                {explained.data.notes}
              </Text>
            </>
          )}
        </Box>
      )}
    </Stack>
  );
}
