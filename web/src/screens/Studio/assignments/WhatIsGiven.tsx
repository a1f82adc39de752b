import { Group, SegmentedControl, Select } from "@mantine/core";
import { useState } from "react";
import { useShelf } from "../../../api/shelves";
import type { AssignmentDocument } from "../../../api/types";

/** Which recipe or routine: one of those that are kept. */
export function WhatIsGiven({
  draft,
  onChange,
}: {
  draft: AssignmentDocument;
  onChange: (part: Partial<AssignmentDocument>) => void;
}) {
  const recipes = useShelf("recipes").data ?? [];
  const routines = useShelf("routines").data ?? [];
  const [kind, setKind] = useState<"recipe" | "routine">(draft.routine === null ? "recipe" : "routine");
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
