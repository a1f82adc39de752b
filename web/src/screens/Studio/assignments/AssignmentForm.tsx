import { Button, Group, Stack, Text, Textarea } from "@mantine/core";
import { useState } from "react";
import { blankAssignment, useAssignmentActions } from "../../../api/studio";
import type { AssignmentDocument, AssignmentState } from "../../../api/types";
import { announce } from "../../../parts/Announced";
import { useFormDraft } from "../../../parts/documents/useFormDraft";
import { problemAt } from "../../../parts/problemAt";
import { Window } from "../../../parts/Window";
import { UnsavedForm } from "../../../parts/Saving/UnsavedForm";
import { AssignmentSentence } from "./AssignmentSentence";
import { Links } from "./Links";

interface AssignmentFormProps {
  /** What is changed; nothing for a new one. */
  kept?: AssignmentState;
  onClose: (id?: number) => void;
}

/** What is given, to whom, by when, with the teacher's words. */
export function AssignmentForm({ kept, onClose }: AssignmentFormProps) {
  const { give, change } = useAssignmentActions();
  const form = useFormDraft(`assignment.${kept?.id ?? "new"}`, kept?.revision ?? 0, {
    document: kept?.document ?? blankAssignment,
    to: kept?.players.map(({ player }) => String(player)) ?? [],
  });
  const { document: draft, to } = form.value;
  const [listening, setListening] = useState(false);
  const { error, isPending } = kept === undefined ? give : change;
  const put = (part: Partial<AssignmentDocument>) =>
    form.set((now) => ({ ...now, document: { ...now.document, ...part } }));
  const setTo = (chosen: string[]) => form.set((now) => ({ ...now, to: chosen }));
  const at = (field: string) => problemAt(error, `/document/${field}`);
  const keep = async () => {
    const given = { document: draft, players: to.map(Number) };
    const done =
      kept === undefined
        ? await give.mutateAsync(given)
        : await change.mutateAsync({ id: kept.id, revision: kept.revision, ...given });
    form.forget();
    announce(`${draft.title} assigned`);
    onClose(done.id);
  };
  const told =
    ["title", "due", "words", "listening", "links", "practice"].some((field) => at(field) !== undefined) ||
    problemAt(error, "/players") !== undefined;
  return (
    <Window opened onClose={onClose} title={kept?.document.title ?? "Give an assignment"} size="52rem">
      <Stack gap="sm">
        <AssignmentSentence draft={draft} to={to} error={error} onChange={put} onTo={setTo} />
        <Textarea
          label="Your words"
          description="**strong**, *emphasis*, lists with - or 1."
          autosize
          minRows={3}
          maxRows={8}
          maxLength={4000}
          value={draft.words}
          error={at("words")}
          onChange={(event) => put({ words: event.currentTarget.value })}
        />
        {(draft.listening !== "" || listening) && (
          <Textarea
            label="To listen to"
            autosize
            maxLength={1000}
            value={draft.listening}
            error={at("listening")}
            onChange={(event) => put({ listening: event.currentTarget.value })}
          />
        )}
        {draft.listening === "" && !listening && (
          <Group>
            <Button size="compact-sm" variant="default" onClick={() => setListening(true)}>
              Add something to listen to
            </Button>
          </Group>
        )}
        <Links links={draft.links} error={at("links")} onChange={(links) => put({ links })} />
        {error && !told && (
          <Text c="lamp.9" role="alert">
            {error.message}
          </Text>
        )}
        <Group justify="flex-end">
          <UnsavedForm form={form} />
          <Button variant="default" onClick={() => onClose()}>
            Close
          </Button>
          <Button
            loading={isPending}
            disabled={draft.title.trim() === "" || (draft.recipe === null && draft.routine === null)}
            onClick={() => void keep().catch(() => undefined)}
          >
            {kept === undefined ? "Assign" : "Save"}
          </Button>
        </Group>
      </Stack>
    </Window>
  );
}
