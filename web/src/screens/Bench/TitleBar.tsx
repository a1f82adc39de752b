import { Group, TextInput } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { memo, useState } from "react";
import { download, readRecipeFile } from "../../api/files";
import type { Saved } from "../../api/shelves";
import type { Exercise, Problem } from "../../api/types";
import { DownloadMenu, OpenFile } from "../../parts/FileControls";
import { Saving } from "../../parts/Saving/Saving";
import { useLoadedTables } from "../../parts/tables";
import type { Draft } from "../../parts/useDraft";
import classes from "./Bench.module.css";
import { useStepNames } from "./phraseNames";
import { problemAt } from "./problems";

interface TitleBarProps {
  draft: Draft<"recipes">;
  saved: Saved<"recipes"> | undefined;
  exercise: Exercise | undefined;
  problems: readonly Problem[];
}

/** The recipe's name, saving, and files in and out. */
export const TitleBar = memo(function TitleBar({ draft, saved, exercise, problems }: TitleBarProps) {
  const recipe = draft.document;
  const { exercise_files } = useLoadedTables();
  const [unnamed, setUnnamed] = useState(false);
  const titleError =
    problemAt(problems, "/title") ??
    (unnamed && recipe.title.trim() === "" ? "Give the recipe a name first." : undefined);

  return (
    <Group gap="sm" align="flex-start">
      <TextInput
        id="recipe-title"
        aria-label="Name of the recipe"
        placeholder="Untitled"
        className={classes.title}
        flex="1 1 16rem"
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
        named={useStepNames(exercise)}
        onUntitled={() => {
          setUnnamed(true);
          document.getElementById("recipe-title")?.focus();
        }}
      />
      <DownloadMenu
        label="Print or download"
        icon={<IconPrinter size={18} />}
        kinds={exercise_files}
        write={(kind) => download(`/api/files/${kind}`, recipe)}
      />
      <OpenFile accept=".json,application/json" read={async (file) => draft.setDocument(await readRecipeFile(file))} />
    </Group>
  );
});
