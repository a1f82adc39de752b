import { ActionIcon, Button, Group, List, Select, Stack, Text, TextInput } from "@mantine/core";
import { IconTrash } from "@tabler/icons-react";
import { useNavigate } from "react-router";
import { useShelf, useShelfActions } from "../../api/shelves";
import type { Routine, Step } from "../../api/types";
import { useFormDraft } from "../../parts/documents/useFormDraft";
import { UnsavedForm } from "../../parts/Saving/UnsavedForm";
import { announce } from "../../parts/Announced";
import { putStepOnStand } from "../../parts/documents/onStand";
import { Amount } from "../../parts/fields/Amount";
import { useWho } from "../../parts/Who";
import { useLoadedTables } from "../../parts/tables";
import { tell } from "../../parts/tell";
import { useGood } from "../../api/useGood";
import { useSaidOf } from "../../parts/Sentence/useSaidOf";
import { StepSentence } from "./StepSentence";
import { StepsInOrder } from "./StepsInOrder";
import { useRoutineMinutes } from "./queries";

interface RoutineEditorProps {
  routine: Routine;
  /** Its id on the shelf and revision; none for a new one. */
  id: string | null;
  revision: number;
  onClose: () => void;
}

/** Steps in order with their minutes, the sum against the cap of the day, and what to leave out where it is too long. */
export function RoutineEditor({ routine: first, id, revision, onClose }: RoutineEditorProps) {
  const { fresh } = useLoadedTables();
  const navigate = useNavigate();
  const [player] = useWho();
  const form = useFormDraft(`routine.${id ?? `new.${first.title}`}`, revision, first);
  const routine = form.value;
  const recipes = useShelf("recipes").data ?? [];
  const { add: save, change } = useShelfActions("routines");
  const { data, error, isPlaceholderData } = useRoutineMinutes(player, routine);
  const minutes = useGood(data);
  const sentences = minutes?.steps.map(({ sentence }) => sentence);
  const sentenceOf = useSaidOf(routine.steps, sentences, data !== undefined && !isPlaceholderData);
  const put = (part: Partial<Routine>) => form.set((now) => ({ ...now, ...part }));
  const setStep = (place: number, step: Step | null) =>
    put({ steps: routine.steps.flatMap((one, other) => (other !== place ? [one] : step === null ? [] : [step])) });
  const add = (recipe: string | null) => {
    const found = recipes.find((one) => one.id === recipe);
    if (found === undefined) return;
    const step: Step = { ...fresh.recipe_step, title: found.title, recipe: found.document, saved: found.id };
    put({ steps: [...routine.steps, step] });
  };
  const keep = async () => {
    try {
      if (id === null) await save.mutateAsync(routine);
      else await change.mutateAsync({ id, document: routine, revision });
      form.forget();
      announce(`${routine.title} saved`);
      onClose();
    } catch (fault) {
      tell("The routine was not saved", fault);
    }
  };
  const begin = (from: number) => {
    const place = routine.steps.findIndex((step, other) => other >= from && step.kind === "recipe");
    if (place >= 0 && putStepOnStand(routine, place, id ?? "")) void navigate("/stand");
  };
  return (
    <Stack gap="md">
      <Group align="flex-end">
        <TextInput
          label="Routine"
          w="var(--field-m)"
          maxLength={120}
          value={routine.title}
          onChange={(event) => put({ title: event.currentTarget.value })}
        />
        <Amount
          label="Minutes a day"
          field="Routine.cap"
          w="8rem"
          value={routine.cap}
          onChange={(cap) => put({ cap })}
        />
        <Amount
          label="A break after"
          field="Routine.break_after"
          w="8rem"
          value={routine.break_after}
          onChange={(break_after) => put({ break_after })}
        />
        <Text flex={1} fw={600} role="status">
          {minutes ? `${minutes.minutes} of ${routine.cap} minutes${minutes.over ? ": too long for the day" : ""}` : ""}
        </Text>
        <UnsavedForm form={form} />
        <Button variant="default" onClick={onClose}>
          Close
        </Button>
        <Button variant="default" disabled={routine.title.trim() === ""} onClick={() => void keep()}>
          Save
        </Button>
        <Button disabled={!routine.steps.some(({ kind }) => kind === "recipe")} onClick={() => begin(0)}>
          Start
        </Button>
      </Group>
      {error && <Text c="lamp.9">{error.message}</Text>}
      {minutes?.over && minutes.leave_out.length > 0 && (
        <Stack gap={4} role="group" aria-label="What to leave out">
          <Text fw={600}>To leave out first:</Text>
          <List size="sm" spacing={4}>
            {minutes.leave_out.map(({ step, words, saves, without }) => (
              <List.Item key={`${step} ${words}`}>
                {routine.steps[step]?.title || `Step ${step + 1}`}: {words}, {saves} minutes less.{" "}
                <Button size="compact-xs" variant="light" onClick={() => setStep(step, without)}>
                  Try it
                </Button>
              </List.Item>
            ))}
          </List>
        </Stack>
      )}
      <StepsInOrder steps={routine.steps} onChange={(steps) => put({ steps })}>
        {(step, place) => (
          <>
            <Stack gap="sm" flex={1}>
              <StepSentence
                step={step}
                phrases={sentenceOf(step, place) ?? []}
                onChange={(next) => setStep(place, next)}
              />
              <Text size="sm" c="dimmed">
                {minutes?.steps[place] ? `${minutes.steps[place].minutes} minutes: ${minutes.steps[place].words}` : ""}
              </Text>
            </Stack>
            <Stack gap={4}>
              {step.kind === "recipe" && (
                <Button size="compact-sm" variant="light" onClick={() => begin(place)}>
                  From here
                </Button>
              )}
              <ActionIcon variant="subtle" aria-label={`Remove ${step.title}`} onClick={() => setStep(place, null)}>
                <IconTrash size={18} />
              </ActionIcon>
            </Stack>
          </>
        )}
      </StepsInOrder>
      <Group align="flex-end">
        <Select
          label="Add a recipe"
          placeholder="choose one"
          searchable
          w="var(--field-m)"
          data={recipes.map(({ id: value, title }) => ({ value, label: title }))}
          value={null}
          onChange={add}
        />
        <Button variant="default" onClick={() => put({ steps: [...routine.steps, fresh.task] })}>
          Add a free task
        </Button>
      </Group>
    </Stack>
  );
}
