import type { Recipe } from "../api/types";
import { Choice, type ChoiceProps } from "./Choice";
import { usePreviewed } from "./usePreviewed";

interface PreviewChoiceProps<T extends string> extends Omit<ChoiceProps<T>, "width" | "list"> {
  /** The recipe as it would be with a choice. */
  recipeWith: (value: T) => Recipe;
}

/** A choice whose list shows what each of its values would play, in the current key. */
export function PreviewChoice<T extends string>({ recipeWith, ...choice }: PreviewChoiceProps<T>) {
  return <Choice {...choice} list={usePreviewed(Object.keys(choice.choices) as T[], recipeWith)} />;
}
