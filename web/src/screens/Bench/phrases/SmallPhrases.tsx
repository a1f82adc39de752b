import { NumberInput, Slider, Stack, Text } from "@mantine/core";
import { Choice } from "../../../parts/Choice";
import type { PhraseProps } from "./PhraseProps";
import { problemAt } from "../problems";

/** Note value, metre, and how the last bar ends. */
export function PlacementPhrase({ recipe, onChange }: PhraseProps) {
  const { placement } = recipe;
  const set = (change: Partial<typeof placement>) => onChange({ ...recipe, placement: { ...placement, ...change } });
  return (
    <Stack gap="sm" w={280}>
      <Choice
        label="Note value"
        value={placement.value}
        onChange={(value) => set({ value })}
        choices={{ quarter: "quarters", eighth: "eighths", triplet: "eighth triplets", sixteenth: "sixteenths" }}
      />
      <Choice label="Metre" value={placement.metre} onChange={(metre) => set({ metre })} choices={{ "4/4": "4/4", "3/4": "3/4" }} />
      <Choice
        label="Each strip ends"
        value={placement.ending}
        onChange={(ending) => set({ ending })}
        choices={{ hold: "with its last note held", rest: "with a rest" }}
      />
    </Stack>
  );
}

/** Which of the two routes turns on the outside. */
export function OuterPhrase({ recipe, onChange }: PhraseProps) {
  return (
    <Choice
      label="The order of keys and sounds"
      width={320}
      value={recipe.outer}
      onChange={(outer) => onChange({ ...recipe, outer })}
      choices={{ keys: "every sound in one key, then the next key", sounds: "every key in one sound, then the next sound" }}
    />
  );
}

/** Beats a minute. */
export function TempoPhrase({ recipe, problems, onChange }: PhraseProps) {
  return (
    <Stack gap="sm" w={280}>
      <NumberInput
        label="Beats a minute"
        min={20}
        max={320}
        allowDecimal={false}
        value={recipe.tempo}
        error={problemAt(problems, "/tempo")}
        data-autofocus
        onChange={(tempo) => typeof tempo === "number" && onChange({ ...recipe, tempo })}
      />
      <Slider
        aria-label="Beats a minute"
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
