import { Button, FileButton, Group, Menu, TextInput } from "@mantine/core";
import { IconFileImport, IconPrinter } from "@tabler/icons-react";
import { useState } from "react";
import { download, readRecipeFile } from "../../api/files";
import type { Saved } from "../../api/shelves";
import type { FileKind, Problem } from "../../api/types";
import { Saving } from "../../parts/Saving/Saving";
import { tell } from "../../parts/tell";
import type { Draft } from "../../parts/useDraft";
import classes from "./Bench.module.css";
import { problemAt } from "./problems";

const FILES: [FileKind, string][] = [
  ["pdf", "Handout to print (PDF)"],
  ["musicxml", "Notation (MusicXML)"],
  ["midi", "Sound (MIDI)"],
  ["svg", "Picture (SVG)"],
  ["recipe", "Recipe (JSON)"],
  ["json", "Exercise worked out (JSON)"],
];

interface TitleBarProps {
  draft: Draft<"recipes">;
  saved: Saved<"recipes"> | undefined;
  problems: readonly Problem[];
}

/** The recipe's name, saving, and files in and out. */
export function TitleBar({ draft, saved, problems }: TitleBarProps) {
  const recipe = draft.document;
  const [unnamed, setUnnamed] = useState(false);
  const [writing, setWriting] = useState(false);

  const write = async (kind: FileKind) => {
    setWriting(true);
    await download(`/api/files/${kind}`, recipe).catch((error: unknown) => tell("The file was not written", error));
    setWriting(false);
  };
  const read = async (file: File | null) => {
    if (file === null) return;
    try {
      draft.setDocument(await readRecipeFile(file));
    } catch (error) {
      tell(`${file.name} could not be read`, error);
    }
  };
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
        onChange={(event) => draft.setDocument({ ...recipe, title: event.currentTarget.value })}
      />
      <Saving
        shelf="recipes"
        draft={draft}
        saved={saved}
        title={recipe.title}
        address={(id) => `/bench/${id}`}
        retitled={(document, title) => ({ ...document, title })}
        onUntitled={() => {
          setUnnamed(true);
          document.getElementById("recipe-title")?.focus();
        }}
      />
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
    </Group>
  );
}
