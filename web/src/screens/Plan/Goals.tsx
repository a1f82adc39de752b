import { Button, Group, List, Stack, Text, Title } from "@mantine/core";
import { useState } from "react";
import { useWho } from "../../parts/Who";
import "@mantine/dates/styles.css";
import type { Goal, PlanDocument, PlanState } from "../../api/types";
import { useLoadedTables } from "../../parts/tables";
import { useFormDraft } from "../../parts/documents/useFormDraft";
import { UnsavedForm } from "../../parts/Saving/UnsavedForm";
import { announce } from "../../parts/Announced";
import { problemAt } from "../../parts/problemAt";
import { useGood } from "../../api/useGood";
import { tell } from "../../parts/tell";
import { useSaidOf } from "../../parts/Sentence/useSaidOf";
import { GoalSentence } from "./GoalSentence";
import { PlanSentence } from "./PlanSentence";
import classes from "./Plan.module.css";
import { withoutGoal } from "./goals";
import { useKeepPlan, useTriedPlan } from "./queries";

/** Minutes for each weekday, days off, tunes in hand, goals with their rules; tried out while one types. */
export function Goals({ plan }: { plan: PlanState }) {
  const [player] = useWho();
  const tables = useLoadedTables();
  const form = useFormDraft<PlanDocument>(`plan.${player}`, plan.revision, plan.document);
  const { value: document, changed } = form;
  const tried = useTriedPlan(player, changed ? document : null);
  const keep = useKeepPlan(player);
  const put = (change: Partial<PlanDocument>) => form.set((now) => ({ ...now, ...change }));
  const setGoal = (place: number, goal: Goal) =>
    put({ goals: document.goals.map((one, other) => (other === place ? goal : one)) });
  const [added, setAdded] = useState(-1);
  const said = useGood(changed ? tried.data : plan) ?? plan;
  const now = !changed || (tried.data !== undefined && !tried.isPlaceholderData);
  const sentenceOf = useSaidOf(document.goals, said.goal_sentences, now);
  const add = () => {
    setAdded(document.goals.length);
    put({ goals: [...document.goals, tables.fresh.goal] });
  };
  return (
    <Stack gap="lg">
      <PlanSentence document={document} phrases={said.sentence} onChange={put} />
      {document.goals.map((goal, place) => (
        <Stack key={place} gap="sm" className={classes.step} role="group" aria-label={goal.title}>
          <GoalSentence
            goal={goal}
            phrases={sentenceOf(goal, place) ?? []}
            fresh={place === added}
            onRemove={() => form.set((now) => withoutGoal(now, place))}
            onChange={(next) => setGoal(place, next)}
            problem={(field) => problemAt(tried.error, `/goals/${place}/${field}`)}
            others={document.goals.map(({ title }, other) => ({ title, other })).filter(({ other }) => other !== place)}
          />
          {said.short
            .filter((one) => one.goal === place)
            .map(({ words, cures }) => (
              <Stack key={words} gap={2}>
                <Text c="lamp.9" fw={600}>
                  {words}
                </Text>
                <List size="sm">
                  {cures.map((cure) => (
                    <List.Item key={cure}>{cure}</List.Item>
                  ))}
                </List>
              </Stack>
            ))}
        </Stack>
      ))}
      {document.goals.length === 0 && (
        <Title order={2} size="h4">
          No goal yet
        </Title>
      )}
      {tried.error && <Text c="lamp.9">{tried.error.message}</Text>}
      <Group>
        <Button variant="default" onClick={add}>
          Add a goal
        </Button>
        <Button
          disabled={!changed || tried.error !== null}
          loading={keep.isPending}
          onClick={() =>
            keep.mutate(
              { document, revision: plan.revision },
              {
                onSuccess: () => {
                  form.forget();
                  announce("Plan saved");
                },
                onError: (error) => tell("The plan was not saved", error),
              },
            )
          }
        >
          Save
        </Button>
        <UnsavedForm form={form} />
      </Group>
    </Stack>
  );
}
