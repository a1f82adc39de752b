import { Button, Checkbox, Group, Stack, TextInput } from "@mantine/core";
import { useAssignmentSaid } from "../../../api/sentences";
import { useShelf } from "../../../api/shelves";
import { usePlayers } from "../../../api/studio";
import type { AssignmentDocument } from "../../../api/types";
import { DayField } from "../../../parts/fields/DayField";
import { problemAt, problemsOf } from "../../../parts/problemAt";
import { SentenceForm } from "../../../parts/Sentence/SentenceForm";
import { useLoadedTables } from "../../../parts/tables";
import { useGood } from "../../../api/useGood";
import { WhatIsGiven } from "./WhatIsGiven";
import { practiceEditors } from "./practiceEditors";

interface AssignmentSentenceProps {
  draft: AssignmentDocument;
  /** The players it is given to, by their numbers. */
  to: readonly string[];
  /** What the server said of it when it was to be saved. */
  error: unknown;
  onChange: (part: Partial<AssignmentDocument>) => void;
  onTo: (to: string[]) => void;
}

/** What is given, to whom, by when, and how it is practised. */
export function AssignmentSentence({ draft, to, error, onChange, onTo }: AssignmentSentenceProps) {
  const tables = useLoadedTables();
  const players = usePlayers().data ?? [];
  const said = useSaid(
    draft,
    players.filter(({ id }) => to.includes(String(id))).map(({ profile }) => profile.name),
  );
  const problem = (id: string) =>
    id === "players"
      ? problemAt(error, "/players")
      : ["title", "due"].includes(id)
        ? problemAt(error, `/document/${id}`)
        : problemsOf(error)
            .filter(({ pointer }) =>
              id === "practice" ? pointer === "/document/practice" : pointer.startsWith(`/document/practice/${id}`),
            )
            .map(({ message, cure }) => `${message} ${cure}`)[0];
  return (
    <SentenceForm
      label="The assignment as a sentence"
      phrases={said?.phrases ?? []}
      begin={draft.recipe === null && draft.routine === null ? "recipe" : undefined}
      problem={problem}
      editors={{
        recipe: () => <WhatIsGiven draft={draft} onChange={onChange} />,
        title: () => (
          <TextInput
            label="Title"
            maxLength={120}
            value={draft.title}
            onChange={(event) => onChange({ title: event.currentTarget.value })}
          />
        ),
        players: () => <ToWhom to={to} onTo={onTo} />,
        due: () => (
          <DayField
            label="Due"
            placeholder="no date"
            clearable
            w="var(--field-l)"
            value={draft.due}
            onChange={(due) => onChange({ due })}
          />
        ),
        ...practiceEditors(draft.practice, tables, error, (practice) => onChange({ practice })),
      }}
    />
  );
}

function useSaid(draft: AssignmentDocument, names: string[]) {
  const recipes = useShelf("recipes").data ?? [];
  const routines = useShelf("routines").data ?? [];
  const { recipe, routine, saved, title, due, practice } = draft;
  const known = [...recipes, ...routines].find(({ id }) => id === saved)?.title;
  const thing = recipe === null && routine === null ? "" : (known ?? recipe?.title ?? routine?.title ?? title);
  return useGood(
    useAssignmentSaid({
      thing,
      routine: routine !== null,
      title,
      names,
      due,
      practice,
      ...(recipe && { placement: recipe.placement }),
    }).data,
  );
}

/** The players, each to be ticked. */
function ToWhom({ to, onTo }: { to: readonly string[]; onTo: (to: string[]) => void }) {
  const players = usePlayers().data ?? [];
  const students = players.filter(({ id }) => id !== 1);
  const all = to.length >= students.length;
  return (
    <Stack gap="sm" maw="26rem">
      <Checkbox.Group label="To" value={[...to]} onChange={onTo}>
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
          onClick={() => onTo(all ? [] : students.map(({ id }) => String(id)))}
        >
          {all ? "To nobody" : "To everyone"}
        </Button>
      </Group>
    </Stack>
  );
}
