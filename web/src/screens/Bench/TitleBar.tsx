import { Button, Group, TextInput } from "@mantine/core";
import { IconBook2, IconPlus, IconPrinter } from "@tabler/icons-react";
import { memo, useState } from "react";
import { useNavigate } from "react-router";
import { download } from "../../api/files";
import type { Saved } from "../../api/shelves";
import type { Exercise, Problem } from "../../api/types";
import { DownloadMenu, OpenFile } from "../../parts/files/FileControls";
import { beginAnew } from "../../parts/documents/asides";
import { putOnStand } from "../../parts/documents/onStand";
import { Saving } from "../../parts/Saving/Saving";
import { useLoadedTables } from "../../parts/tables";
import type { Draft } from "../../parts/documents/useDraft";
import classes from "./Bench.module.css";
import { ClassMenu } from "./seen/ClassMenu";
import { useStepNames } from "./phraseNames";
import { problemAt } from "./problems";
import type { SeenAs } from "./seen/seenAs";

interface TitleBarProps {
  draft: Draft<"recipes">;
  saved: Saved<"recipes"> | undefined;
  exercise: Exercise | undefined;
  problems: readonly Problem[];
  seen: SeenAs;
}

/** The recipe's name, saving, and files in and out. */
export const TitleBar = memo(function TitleBar({ draft, saved, exercise, problems, seen }: TitleBarProps) {
  const recipe = draft.document;
  const navigate = useNavigate();
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
      <Button
        variant="default"
        leftSection={<IconPlus size={18} />}
        onClick={() => {
          beginAnew("recipes");
          void navigate("/bench");
        }}
      >
        New
      </Button>
      <Button
        variant="default"
        leftSection={<IconBook2 size={18} />}
        onClick={() => {
          putOnStand(recipe, 0, saved?.id ?? "");
          void navigate("/stand");
        }}
      >
        Practise this
      </Button>
      <ClassMenu recipe={recipe} seen={seen} saved={saved?.id ?? ""} />
      <DownloadMenu
        label="Print and export"
        icon={<IconPrinter size={18} />}
        kinds={exercise_files}
        write={(kind) => download(`/api/files/${kind}`, recipe)}
      />
      <OpenFile />
    </Group>
  );
});
