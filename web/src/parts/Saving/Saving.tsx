import { Button, Group, Text } from "@mantine/core";
import { useDisclosure, useHotkeys } from "@mantine/hooks";
import { useQueryClient } from "@tanstack/react-query";
import { IconDeviceFloppy } from "@tabler/icons-react";
import { useNavigate } from "react-router";
import { ApiError } from "../../api/client";
import { type Documents, type Saved, type ShelfName, useShelfActions } from "../../api/shelves";
import { type StepName, UndoButtons } from "../Steps/UndoButtons";
import type { Draft } from "../documents/useDraft";
import { answeredTo, sending } from "../documents/draftStore";
import { tell } from "../tell";
import { SavedState } from "./SavedState";
import { Window } from "../Window";

interface SavingProps<K extends ShelfName> {
  shelf: K;
  draft: Draft<K>;
  saved: Saved<K> | undefined;
  title: string;
  /** Where a saved document is opened. */
  address: (id: string) => string;
  retitled: (document: Documents[K], title: string) => Documents[K];
  named: (from: Documents[K], to: Documents[K]) => StepName;
  /** Called instead of saving when there is no title. */
  onUntitled: () => void;
}

/** Whether all is saved, the button that saves, and what to do when another window saved first. */
export function Saving<K extends ShelfName>({
  shelf,
  draft,
  saved,
  title,
  address,
  retitled,
  named,
  onUntitled,
}: SavingProps<K>) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const actions = useShelfActions(shelf);
  const [conflict, inConflict] = useDisclosure();

  const keepAsNew = async (name: string) => {
    const made = await actions.add.mutateAsync(name === title ? draft.document : retitled(draft.document, name));
    draft.forget();
    void navigate(address(made.id), { replace: true });
  };
  const save = async () => {
    if (title.trim() === "") return onUntitled();
    try {
      if (saved === undefined) await keepAsNew(title);
      else {
        const revision = draft.revision ?? saved.revision;
        sending(shelf, saved.id, revision, draft.document);
        draft.adopt(await actions.change.mutateAsync({ id: saved.id, document: draft.document, revision }));
      }
      if (saved) answeredTo(shelf, saved.id);
    } catch (error) {
      if (saved && error instanceof ApiError) answeredTo(shelf, saved.id);
      if (error instanceof ApiError && error.status === 409) inConflict.open();
      else tell("Could not save", error);
    }
  };
  const loadOther = async () => {
    if (saved === undefined) return;
    inConflict.close();
    draft.forget();
    await queries.refetchQueries({ queryKey: [shelf, "one", saved.id] });
    const current = queries.getQueryData<Saved<K>>([shelf, "one", saved.id]);
    if (current) draft.adopt(current);
  };
  useHotkeys([["mod+S", () => void save()]], []);

  return (
    <>
      <UndoButtons
        {...draft.steps}
        undo={draft.undo}
        redo={draft.redo}
        restore={saved && draft.changed ? () => draft.setDocument(saved.document) : undefined}
        named={named}
      />
      <Group h={36}>
        <SavedState changed={draft.changed} saved={saved !== undefined} />
      </Group>
      <Button
        leftSection={<IconDeviceFloppy size={18} />}
        variant={draft.changed ? "light" : "default"}
        disabled={!draft.changed && saved !== undefined}
        loading={actions.add.isPending || actions.change.isPending}
        onClick={() => void save()}
      >
        Save
      </Button>
      <Window opened={conflict} onClose={inConflict.close} title="Changed in another window">
        <Text>This was saved in another window since you opened it here. Nothing of yours is lost.</Text>
        <Group mt="md" justify="flex-end">
          <Button variant="default" onClick={() => void loadOther()}>
            Load the other version
          </Button>
          <Button
            onClick={() =>
              void keepAsNew(`${title.slice(0, 110)} (mine)`).catch((error: unknown) =>
                tell("The copy was not saved", error),
              )
            }
          >
            Save mine as a copy
          </Button>
        </Group>
      </Window>
    </>
  );
}
