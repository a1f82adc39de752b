import { ActionIcon, Button, Group, Skeleton, Stack, Table, Text, VisuallyHidden } from "@mantine/core";
import { useWho } from "../../parts/Who";
import { IconPencil, IconTrash } from "@tabler/icons-react";
import { useState } from "react";
import { dayInWords } from "../../api/dates";
import { useEntries, useEntryActions, useTrace } from "../../api/logbook";
import type { Entry, EntryDraft, Tables } from "../../api/types";
import { offerUndo } from "../../parts/Shelf/useRemoval";
import { UnsavedForm } from "../../parts/Saving/UnsavedForm";
import { useFormDraft } from "../../parts/documents/useFormDraft";
import { Window } from "../../parts/Window";
import { labelOf, useLoadedTables } from "../../parts/tables";
import { tell } from "../../parts/tell";
import { EntrySentence } from "./EntrySentence";

/** What an entry says beside what it is called and how long it took. */
function told({ key, sound, tempo, word, notes, slips }: Entry, tables: Tables): string {
  const where = key === null ? sound : `${tables.major_keys[key]} ${sound}`.trim();
  const went = word === "" ? "" : labelOf(tables, "entry.word", word);
  const played = notes === 0 ? "" : slips === 0 ? "clean" : slips === 1 ? "1 slip" : `${slips} slips`;
  return [where, tempo === null ? "" : `at ${tempo}`, went, played].filter((one) => one !== "").join(", ");
}

/** Every entry, the latest first: corrected with a trace, deleted with undo. */
export function Entries() {
  const tables = useLoadedTables();
  const [player] = useWho();
  const { data, hasNextPage, fetchNextPage, isFetchingNextPage } = useEntries(player);
  const { remove, restore } = useEntryActions(player);
  const [correcting, setCorrecting] = useState<Entry | null>(null);
  const entries = data?.pages.flatMap((page) => page.entries);
  const away = (entry: Entry) =>
    remove.mutate(entry.id, {
      onError: (error) => tell("It was not deleted", error),
      onSuccess: () => offerUndo(`“${entry.what}” is deleted`, () => restore.mutateAsync(entry.id)),
    });
  if (entries === undefined) return <Skeleton height={240} />;
  if (entries.length === 0) return <Text>No entries yet.</Text>;
  return (
    <Stack gap="sm">
      <Table.ScrollContainer
        minWidth={640}
        scrollAreaProps={{ viewportProps: { tabIndex: 0, role: "region", "aria-label": "Entries" } }}
      >
        <Table>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Day</Table.Th>
              <Table.Th>What</Table.Th>
              <Table.Th>Minutes</Table.Th>
              <Table.Th>
                <VisuallyHidden>Change or delete</VisuallyHidden>
              </Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {entries.map((entry) => (
              <Table.Tr key={entry.id}>
                <Table.Td>{dayInWords(entry.day)}</Table.Td>
                <Table.Td>
                  {entry.what}
                  <Text span size="sm" c="dimmed" display="block">
                    {told(entry, tables)}
                  </Text>
                </Table.Td>
                <Table.Td>{Math.round(10 * entry.minutes) / 10} min</Table.Td>
                <Table.Td>
                  <Group gap={4} wrap="nowrap" justify="flex-end">
                    <ActionIcon
                      variant="subtle"
                      aria-label={`Correct ${entry.what} of ${dayInWords(entry.day)}`}
                      onClick={() => setCorrecting(entry)}
                    >
                      <IconPencil size={18} />
                    </ActionIcon>
                    <ActionIcon
                      variant="subtle"
                      aria-label={`Delete ${entry.what} of ${dayInWords(entry.day)}`}
                      onClick={() => away(entry)}
                    >
                      <IconTrash size={18} />
                    </ActionIcon>
                  </Group>
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </Table.ScrollContainer>
      {hasNextPage && (
        <Button variant="default" loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          Show earlier entries
        </Button>
      )}
      {correcting && <Correcting key={correcting.id} entry={correcting} onDone={() => setCorrecting(null)} />}
    </Stack>
  );
}

function draftOf(entry: Entry): EntryDraft {
  const draft: EntryDraft & Partial<Entry> = { ...entry, slipped: [] };
  delete draft.id;
  delete draft.day;
  delete draft.corrects;
  return draft;
}

function Correcting({ entry, onDone }: { entry: Entry; onDone: () => void }) {
  const [player] = useWho();
  const tables = useLoadedTables();
  const { correct } = useEntryActions(player);
  const form = useFormDraft(`entry.${entry.id}`, entry.id, draftOf(entry));
  const draft = form.value;
  const trace = useTrace(player, entry.id, entry.corrects !== null).data ?? [];
  return (
    <Window opened onClose={onDone} title={`Correct “${entry.what}”`} size="xl">
      <Stack>
        <EntrySentence
          label="The entry as a sentence"
          entry={draft}
          onChange={(next) => form.set(() => next)}
          sounds={[]}
        />
        {trace.map((before) => (
          <Text key={before.id} size="sm" c="dimmed">
            Before: {before.what}, {Math.round(10 * before.minutes) / 10} min, {told(before, tables)}
          </Text>
        ))}
        <Group justify="flex-end">
          <UnsavedForm form={form} />
          <Button
            loading={correct.isPending}
            onClick={() =>
              correct.mutate(
                { number: entry.id, entry: draft },
                {
                  onSuccess: () => {
                    form.forget();
                    onDone();
                  },
                  onError: (error) => tell("It was not corrected", error),
                },
              )
            }
          >
            Save
          </Button>
        </Group>
      </Stack>
    </Window>
  );
}
