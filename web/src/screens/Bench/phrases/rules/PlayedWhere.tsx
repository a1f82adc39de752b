import { Button, Stack } from "@mantine/core";
import { use } from "react";
import { limitsOf } from "../../../../parts/tables";
import type { PhraseProps } from "../PhraseProps";
import { Opening, keyOfPhrase } from "./opening";

/** Over changes: a first rule, or an etude. */
export function PlayedWhere({ recipe, tables, onChange }: Pick<PhraseProps, "recipe" | "tables" | "onChange">) {
  const { open } = use(Opening);
  const { rules, etude } = recipe;
  const addRule = () => {
    onChange({ ...recipe, rules: [...rules, tables.fresh.rule] });
    open(keyOfPhrase("rules", rules.length));
  };
  const compose = () => {
    const pieces = tables.vocabulary.filter(({ fits }) => fits.level <= 2).map(({ piece }) => piece);
    onChange({ ...recipe, etude: { ...tables.fresh.etude, pieces } });
    open(keyOfPhrase("etude", null));
  };
  return (
    <Stack gap="xs">
      <Button
        size="xs"
        variant="default"
        disabled={rules.length >= limitsOf(tables, "Recipe.rules").most}
        onClick={addRule}
      >
        Use a different pattern on some chords
      </Button>
      {etude === null && (
        <Button size="xs" variant="default" onClick={compose}>
          Compose an etude of vocabulary
        </Button>
      )}
    </Stack>
  );
}
