import { Button, Group, TextInput } from "@mantine/core";
import { IconBook2 } from "@tabler/icons-react";
import { memo, useState } from "react";
import { useNavigate } from "react-router";
import type { Saved } from "../../api/shelves";
import type { Exercise, Problem } from "../../api/types";
import { putOnStand } from "../../parts/documents/onStand";
import { Saving } from "../../parts/Saving/Saving";
import type { Draft } from "../../parts/documents/useDraft";
import classes from "./Bench.module.css";
import { BenchMenus } from "./BenchMenus";
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
  const [unnamed, setUnnamed] = useState(false);
  const titleError =
    problemAt(problems, "/title") ??
    (unnamed && recipe.title.trim() === "" ? "Give the recipe a name first." : undefined);

  const practise = () => {
    putOnStand(recipe, 0, saved?.id ?? "");
    void navigate("/stand");
  };

  return (
    <Group gap="xs" align="flex-start">
      <TextInput
        id="recipe-title"
        aria-label="Name of the recipe"
        placeholder="Untitled"
        className={classes.title}
        flex="1 1 9rem"
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
      <Button leftSection={<IconBook2 size={18} />} onClick={practise}>
        Practise this
      </Button>
      <BenchMenus recipe={recipe} seen={seen} saved={saved?.id ?? ""} />
    </Group>
  );
});
