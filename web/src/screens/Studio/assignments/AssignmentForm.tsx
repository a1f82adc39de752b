import {
  Button,
  Checkbox,
  Group,
  SegmentedControl,
  Select,
  SimpleGrid,
  Stack,
  Text,
  TextInput,
  Textarea,
} from "@mantine/core";
import { useState } from "react";
import { useShelf } from "../../../api/shelves";
import { blankAssignment, useAssignmentActions, usePlayers } from "../../../api/studio";
import type { AssignmentDocument, AssignmentState } from "../../../api/types";
import { announce } from "../../../parts/Announced";
import { useFormDraft } from "../../../parts/documents/useFormDraft";
import { DayField } from "../../../parts/fields/DayField";
import { problemAt } from "../../../parts/problemAt";
import { Window } from "../../../parts/Window";
import { UnsavedForm } from "../../../parts/Saving/UnsavedForm";
import { PracticeFields } from "./PracticeFields";

interface AssignmentFormProps {
  /** What is changed; nothing for a new one. */
  kept?: AssignmentState;
  onClose: (id?: number) => void;
}

type Kind = "recipe" | "routine";
/** What is given, to whom, by when, with the teacher's words. */
export function AssignmentForm({ kept, onClose }: AssignmentFormProps) {
  const players = usePlayers().data ?? [];
  const { give, change } = useAssignmentActions();
  const form = useFormDraft(`assignment.${kept?.id ?? "new"}`, kept?.revision ?? 0, {
    document: kept?.document ?? blankAssignment,
    to: kept?.players.map(({ player }) => String(player)) ?? [],
  });
  const { document: draft, to } = form.value;
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
  const told = ["title", "due", "words", "listening", "links", "practice"].some((field) => at(field) !== undefined);
  const students = players.filter(({ id }) => id !== 1);
  return (
    <Window opened onClose={onClose} title={kept?.document.title ?? "Give an assignment"} size="52rem">
      <Stack gap="sm">
        <What draft={draft} onChange={put} />
        <SimpleGrid cols={{ base: 1, sm: 2 }}>
          <TextInput
            label="Title"
            maxLength={120}
            value={draft.title}
            error={at("title")}
            onChange={(event) => put({ title: event.currentTarget.value })}
          />
          <DayField
            label="Due"
            placeholder="no date"
            clearable
            value={draft.due}
            error={at("due")}
            onChange={(due) => put({ due })}
          />
        </SimpleGrid>
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
        <Textarea
          label="To listen to"
          autosize
          maxLength={1000}
          value={draft.listening}
          error={at("listening")}
          onChange={(event) => put({ listening: event.currentTarget.value })}
        />
        {draft.recipe !== null && (
          <PracticeFields practice={draft.practice} error={error} onChange={(practice) => put({ practice })} />
        )}
        <Links links={draft.links} error={at("links")} onChange={(links) => put({ links })} />
        <Checkbox.Group label="To" value={to} onChange={setTo} error={problemAt(error, "/players")}>
          <Group mt={4} gap="md">
            {players.map(({ id, profile }) => (
              <Checkbox key={id} value={String(id)} label={profile.name} />
            ))}
          </Group>
        </Checkbox.Group>
        <Group>
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => setTo(to.length < students.length ? students.map(({ id }) => String(id)) : [])}
          >
            {to.length < students.length ? "To everyone" : "To nobody"}
          </Button>
        </Group>
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

/** Which recipe or routine: one of those that are kept. */
function What({
  draft,
  onChange,
}: {
  draft: AssignmentDocument;
  onChange: (part: Partial<AssignmentDocument>) => void;
}) {
  const recipes = useShelf("recipes").data ?? [];
  const routines = useShelf("routines").data ?? [];
  const [kind, setKind] = useState<Kind>(draft.routine === null ? "recipe" : "routine");
  const offered = kind === "recipe" ? recipes : routines;
  const choose = (id: string | null) => {
    const recipe = kind === "recipe" ? recipes.find((one) => one.id === id) : undefined;
    const routine = kind === "routine" ? routines.find((one) => one.id === id) : undefined;
    const title = recipe?.title ?? routine?.title ?? "";
    onChange({
      ...(recipe === undefined ? { practice: null } : {}),
      recipe: recipe?.document ?? null,
      routine: routine?.document ?? null,
      saved: id ?? "",
      title: draft.title.trim() === "" || draft.saved !== "" ? title : draft.title,
    });
  };
  return (
    <Group align="flex-end">
      <SegmentedControl
        aria-label="What is given"
        data={[
          { value: "recipe", label: "A recipe" },
          { value: "routine", label: "A routine" },
        ]}
        value={kind}
        onChange={(next) => setKind(next)}
      />
      <Select
        label={kind === "recipe" ? "Recipe" : "Routine"}
        placeholder="choose one"
        searchable
        flex={1}
        data-autofocus
        data={offered.map(({ id, title }) => ({ value: id, label: title }))}
        value={offered.some(({ id }) => id === draft.saved) ? draft.saved : null}
        onChange={choose}
      />
    </Group>
  );
}

interface LinksProps {
  links: AssignmentDocument["links"];
  error: string | undefined;
  onChange: (links: AssignmentDocument["links"]) => void;
}

/** Pages on the web, by name. */
function Links({ links, error, onChange }: LinksProps) {
  const put = (place: number, part: Partial<AssignmentDocument["links"][number]>) =>
    onChange(links.map((link, other) => (other === place ? { ...link, ...part } : link)));
  return (
    <Stack gap={6}>
      {links.map(({ name, address }, place) => (
        <Group key={place} align="flex-end" wrap="nowrap">
          <TextInput
            label="Link"
            placeholder="its name"
            w="var(--field-m)"
            maxLength={120}
            value={name}
            onChange={(event) => put(place, { name: event.currentTarget.value })}
          />
          <TextInput
            label="Address"
            placeholder="https://"
            flex={1}
            maxLength={500}
            value={address}
            error={error}
            onChange={(event) => put(place, { address: event.currentTarget.value })}
          />
          <Button variant="subtle" onClick={() => onChange(links.filter((_, other) => other !== place))}>
            Remove
          </Button>
        </Group>
      ))}
      {links.length < 8 && (
        <Group>
          <Button size="compact-sm" variant="default" onClick={() => onChange([...links, { name: "", address: "" }])}>
            Add a link
          </Button>
        </Group>
      )}
    </Stack>
  );
}
