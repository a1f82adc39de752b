import { Button, FileButton, Group, Menu, Modal, Text, TextInput } from "@mantine/core";
import { useDisclosure, useHotkeys } from "@mantine/hooks";
import { notifications } from "@mantine/notifications";
import { useQueryClient } from "@tanstack/react-query";
import { IconDeviceFloppy, IconFileImport, IconPrinter } from "@tabler/icons-react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { ApiError } from "../../api/client";
import { download, readRecipeFile, useRecipeActions } from "../../api/queries";
import type { FileKind, Problem, Saved } from "../../api/types";
import classes from "./Bench.module.css";
import { problemAt } from "./problems";
import type { useDraft } from "./useDraft";

const FILES: [FileKind, string][] = [
  ["pdf", "Handout to print (PDF)"],
  ["musicxml", "Notation (MusicXML)"],
  ["midi", "Sound (MIDI)"],
  ["svg", "Picture (SVG)"],
  ["recipe", "Recipe (JSON)"],
  ["json", "Exercise worked out (JSON)"],
];

function tell(title: string, error: unknown) {
  notifications.show({ color: "red", title, message: (error as Error).message, autoClose: 12000 });
}

interface TitleBarProps {
  draft: ReturnType<typeof useDraft>;
  saved: Saved | undefined;
  problems: readonly Problem[];
}

/** The recipe's name, saving, and files in and out. */
export function TitleBar({ draft, saved, problems }: TitleBarProps) {
  const { recipe, changed } = draft;
  const navigate = useNavigate();
  const queries = useQueryClient();
  const actions = useRecipeActions();
  const [conflict, inConflict] = useDisclosure();
  const [unnamed, setUnnamed] = useState(false);
  const [writing, setWriting] = useState(false);

  const keepAsNew = async (title: string) => {
    const made = await actions.add.mutateAsync({ ...recipe, title });
    draft.forget();
    void navigate(`/bench/${made.id}`, { replace: true });
  };
  const save = async () => {
    if (recipe.title.trim() === "") {
      setUnnamed(true);
      document.getElementById("recipe-title")?.focus();
      return;
    }
    try {
      if (saved === undefined) await keepAsNew(recipe.title);
      else draft.adopt(await actions.change.mutateAsync({ id: saved.id, recipe, revision: draft.revision ?? saved.revision }));
    } catch (error) {
      if (error instanceof ApiError && error.status === 409) inConflict.open();
      else tell("The recipe was not saved", error);
    }
  };
  const loadOther = async () => {
    if (saved === undefined) return;
    inConflict.close();
    draft.forget();
    await queries.refetchQueries({ queryKey: ["recipe", saved.id] });
    const current = queries.getQueryData<Saved>(["recipe", saved.id]);
    if (current) draft.adopt(current);
  };
  const write = async (kind: FileKind) => {
    setWriting(true);
    await download(recipe, kind).catch((error: unknown) => tell("The file was not written", error));
    setWriting(false);
  };
  const read = async (file: File | null) => {
    if (file === null) return;
    try {
      draft.setRecipe(await readRecipeFile(file));
    } catch (error) {
      tell(`${file.name} could not be read`, error);
    }
  };
  useHotkeys([["mod+S", () => void save()]], []);
  const titleError = problemAt(problems, "/title") ?? (unnamed && recipe.title.trim() === "" ? "Give the recipe a name first." : undefined);

  return (
    <Group gap="sm" wrap="nowrap" align="flex-start">
      <TextInput
        id="recipe-title"
        aria-label="Name of the recipe"
        placeholder="Name this recipe"
        className={classes.title}
        flex={1}
        variant="unstyled"
        maxLength={120}
        value={recipe.title}
        error={titleError}
        onChange={(event) => draft.setRecipe({ ...recipe, title: event.currentTarget.value })}
      />
      <Text size="sm" c="dimmed" mt={8} role="status">
        {changed ? "Not saved yet" : saved ? "Saved" : ""}
      </Text>
      <Button
        leftSection={<IconDeviceFloppy size={18} />}
        variant={changed ? "filled" : "default"}
        disabled={!changed && saved !== undefined}
        loading={actions.add.isPending || actions.change.isPending}
        onClick={() => void save()}
      >
        Save
      </Button>
      <Menu position="bottom-end" withArrow>
        <Menu.Target>
          <Button variant="default" leftSection={<IconPrinter size={18} />} loading={writing}>
            Print or download
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {FILES.map(([kind, words]) => (
            <Menu.Item key={kind} onClick={() => void write(kind)}>
              {words}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      <FileButton onChange={(file) => void read(file)} accept=".json,application/json">
        {(props) => (
          <Button variant="default" leftSection={<IconFileImport size={18} />} {...props}>
            Open a file
          </Button>
        )}
      </FileButton>
      <Modal opened={conflict} onClose={inConflict.close} title="Changed in another window">
        <Text>This recipe was saved in another window since you opened it here. Nothing of yours is lost.</Text>
        <Group mt="md" justify="flex-end">
          <Button variant="default" onClick={() => void loadOther()}>
            Load the other one
          </Button>
          <Button onClick={() => void keepAsNew(`${recipe.title.slice(0, 110)} (mine)`).catch((error: unknown) => tell("The copy was not saved", error))}>
            Save mine as a copy
          </Button>
        </Group>
      </Modal>
    </Group>
  );
}
