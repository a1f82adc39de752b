import { List, Text } from "@mantine/core";
import type { WordsBlock } from "../../api/types";

/** A teacher's words as the server read them: paragraphs, lists, strong and emphasised runs; never markup. */
export function Words({ blocks }: { blocks: readonly WordsBlock[] }) {
  return blocks.map(({ kind, number, runs }, place) => {
    const said = runs.map(({ text, strong, emphasis }, run) => (
      <Text key={run} span inherit fw={strong ? 700 : undefined} fs={emphasis ? "italic" : undefined}>
        {text}
      </Text>
    ));
    if (kind === "paragraph")
      return (
        <Text key={place} mb={6}>
          {said}
        </Text>
      );
    return (
      <List
        key={place}
        type={kind === "item" ? "unordered" : "ordered"}
        {...(kind === "step" ? { start: number } : {})}
      >
        <List.Item>{said}</List.Item>
      </List>
    );
  });
}
