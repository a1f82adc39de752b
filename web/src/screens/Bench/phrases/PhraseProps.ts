/** What every phrase's editor gets. */
import type { Exercise, Problem, Recipe, Tables } from "../../../api/types";

export interface PhraseProps {
  recipe: Recipe;
  tables: Tables;
  problems: readonly Problem[];
  /** The last recipe that worked, worked out. */
  exercise: Exercise | undefined;
  onChange: (recipe: Recipe) => void;
  /** Which of several phrases of a kind. */
  place?: number;
}
