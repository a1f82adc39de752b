import { Button, Group, Stack, Tabs, Text } from "@mantine/core";
import { use } from "react";
import type { Rule } from "../../../../api/types";
import { moved } from "../../../../parts/documents/moved";
import { limitsOf } from "../../../../parts/tables";
import type { PhraseProps } from "../PhraseProps";
import { problemAt, problemsBelow } from "../../problems";
import { Opening, keyOfPhrase } from "./opening";
import { WhatFields } from "./WhatFields";
import { WhereFields } from "./WhereFields";

/** One rule: where, and what is played there; its place among the others. */
export function RulesPhrase({ recipe, tables, problems, exercise, place = 0, onChange }: PhraseProps) {
  const { rules } = recipe;
  const { open } = use(Opening);
  const rule = rules[place];
  if (rule === undefined) return <Text size="sm">This rule is gone.</Text>;
  const pointer = `/rules/${place}`;
  const put = (next: Rule[]) => onChange({ ...recipe, rules: next });
  const set = (change: Partial<Rule>) =>
    put(rules.map((one, number) => (number === place ? { ...one, ...change } : one)));
  const move = (to: number) => {
    put(moved(rules, place, to));
    open(keyOfPhrase("rules", to));
  };
  const takeOut = () => {
    put(rules.filter((_, number) => number !== place));
    document.querySelector<HTMLElement>("[data-phrase=figure]")?.focus(); // the phrase that was open goes
  };
  const another = () => {
    put([...rules, tables.fresh.rule]);
    open(keyOfPhrase("rules", rules.length));
  };
  return (
    <Stack gap="sm" role="group" aria-label={`Rule ${place + 1}`}>
      <Group gap="xs">
        <Button size="xs" variant="default" disabled={place === 0} onClick={() => move(place - 1)}>
          Earlier
        </Button>
        <Button size="xs" variant="default" disabled={place === rules.length - 1} onClick={() => move(place + 1)}>
          Later
        </Button>
        <Button
          size="xs"
          variant="default"
          disabled={rules.length >= limitsOf(tables, "Recipe.rules").most}
          onClick={another}
        >
          Add a rule
        </Button>
        <Button size="xs" variant="default" onClick={takeOut}>
          Remove rule
        </Button>
      </Group>
      <Tabs defaultValue="where" keepMounted={false}>
        <Tabs.List mb="sm">
          <Tabs.Tab value="where">Where</Tabs.Tab>
          <Tabs.Tab value="what">What is played there</Tabs.Tab>
        </Tabs.List>
        <Tabs.Panel value="where">
          <WhereFields
            where={rule.where}
            place={place}
            exercise={exercise}
            error={(field) => problemAt(problems, `${pointer}/where/${field}`)}
            onChange={(where) => set({ where })}
          />
        </Tabs.Panel>
        <Tabs.Panel value="what">
          <WhatFields
            recipe={recipe}
            tables={tables}
            exercise={exercise}
            what={rule.what}
            problems={problemsBelow(problems, `${pointer}/what`)}
            onChange={(what) => set({ what })}
          />
        </Tabs.Panel>
      </Tabs>
      {problemAt(
        problems.filter((one) => one.pointer === pointer || one.pointer === `${pointer}/where`),
        pointer,
      ) && (
        <Text size="sm" c="var(--mantine-color-error)" role="alert">
          {problemAt(problems, pointer)}
        </Text>
      )}
    </Stack>
  );
}
