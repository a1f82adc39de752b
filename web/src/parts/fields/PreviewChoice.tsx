import { useMemo } from "react";
import type { Recipe } from "../../api/types";
import { Choice, type ChoiceProps, useOffered } from "./Choice";
import { usePreviewed } from "./usePreviewed";

interface PreviewChoiceProps<T extends string> extends Omit<ChoiceProps<T>, "w" | "list"> {
  /** The recipe as it would be with a choice. */
  recipeWith: (value: T) => Recipe;
  /** What is told of the notes; names unless it is said. */
  shows?: "names" | "fingers";
}

/** A choice whose list shows what each of its values would play, in the current key. */
export function PreviewChoice<T extends string>({ recipeWith, shows, ...choice }: PreviewChoiceProps<T>) {
  const offered = useOffered(choice.field, choice.words);
  const values = useMemo(() => offered.map(({ value }) => value), [offered]);
  return <Choice {...choice} list={usePreviewed(values, recipeWith, shows)} />;
}
