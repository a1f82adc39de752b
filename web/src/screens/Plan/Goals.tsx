import { Button, Group, List, NumberInput, Stack, Text, Title } from "@mantine/core";
import { useWho } from "../../parts/Who";
import "@mantine/dates/styles.css";
import type { Goal, PlanDocument, PlanState } from "../../api/types";
import { Amount } from "../../parts/fields/Amount";
import { Choice } from "../../parts/fields/Choice";
import { DaysField } from "../../parts/fields/DayField";
import { KeyChips } from "../../parts/fields/KeyChips";
import { labelOf, useLoadedTables } from "../../parts/tables";
import { useFormDraft } from "../../parts/documents/useFormDraft";
import { UnsavedForm } from "../../parts/Saving/UnsavedForm";
import { announce } from "../../parts/Announced";
import { problemAt } from "../../parts/problemAt";
import { tell } from "../../parts/tell";
import { GoalFields } from "./GoalFields";
import classes from "./Plan.module.css";
import { withoutGoal } from "./goals";
import { useKeepPlan, useTriedPlan } from "./queries";

const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

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
  const short = (changed ? tried.data : plan)?.short ?? [];
  return (
    <Stack gap="lg">
      <Group align="flex-end" gap="sm">
        {WEEKDAYS.map((name, day) => (
          <NumberInput
            key={name}
            label={name}
            w="6.2rem"
            min={0}
            max={600}
            step={5}
            value={document.minutes[day] ?? 0}
            onChange={(value) =>
              typeof value === "number" &&
              value >= 0 &&
              put({ minutes: document.minutes.map((one, other) => (other === day ? value : one)) })
            }
          />
        ))}
        <Text c="dimmed">minutes a day</Text>
      </Group>
      <Group align="flex-end">
        <DaysField label="Days off" value={document.days_off} onChange={(days_off) => put({ days_off })} />
        <KeyChips
          label="Keys of current tunes"
          order={tables.keys_by_fourths}
          value={document.tunes}
          onChange={(tunes) => put({ tunes })}
        />
      </Group>
      <Group align="flex-end">
        <Choice
          label="A key comes"
          field="PlanDocument.school"
          w="16rem"
          value={document.school}
          onChange={(school) => put({ school })}
        />
        <Amount
          label="Time for slips"
          description="of 100 minutes"
          field="PlanDocument.mending"
          w="8rem"
          value={document.mending}
          onChange={(mending) => put({ mending })}
        />
        <Text size="sm" c="dimmed" flex="1 1 20rem">
          {labelOf(tables, "why this school", document.school)}
        </Text>
      </Group>
      {document.goals.map((goal, place) => (
        <Stack key={place} gap="sm" className={classes.step} role="group" aria-label={goal.title}>
          <GoalFields
            goal={goal}
            onChange={(next) => setGoal(place, next)}
            problem={(field) => problemAt(tried.error, `/goals/${place}/${field}`)}
            others={document.goals.map(({ title }, other) => ({ title, other })).filter(({ other }) => other !== place)}
          />
          {short
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
          <Group justify="flex-end">
            <Button size="compact-sm" variant="subtle" onClick={() => form.set((now) => withoutGoal(now, place))}>
              Remove goal
            </Button>
          </Group>
        </Stack>
      ))}
      {document.goals.length === 0 && (
        <Title order={2} size="h4">
          No goal yet
        </Title>
      )}
      {tried.error && <Text c="lamp.9">{tried.error.message}</Text>}
      <Group>
        <Button variant="default" onClick={() => put({ goals: [...document.goals, tables.fresh.goal] })}>
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
