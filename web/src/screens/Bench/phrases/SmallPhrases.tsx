import { Slider, Stack, Text } from "@mantine/core";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import type { PhraseProps } from "./PhraseProps";
import { problemAt } from "../problems";

/** Which of the two routes turns on the outside. */
export function OuterPhrase({ recipe, onChange }: PhraseProps) {
  return (
    <Choice
      label="The order of keys and scales"
      w="var(--panel-s)"
      value={recipe.outer}
      onChange={(outer) => onChange({ ...recipe, outer })}
      field="Recipe.outer"
    />
  );
}

/** Beats a minute. */
export function TempoPhrase({ recipe, problems, onChange }: PhraseProps) {
  return (
    <Stack gap="sm" w="var(--panel-s)">
      <Amount
        label="Beats a minute"
        field="Recipe.tempo"
        value={recipe.tempo}
        error={problemAt(problems, "/tempo")}
        data-autofocus
        onChange={(tempo) => onChange({ ...recipe, tempo })}
      />
      <Slider
        thumbLabel="Beats a minute"
        min={40}
        max={240}
        value={recipe.tempo}
        label={null}
        onChange={(tempo) => onChange({ ...recipe, tempo })}
      />
      <Text size="sm" c="dimmed">
        Start where every note is clean, and raise it in small steps. Rest before it strains.
      </Text>
    </Stack>
  );
}
