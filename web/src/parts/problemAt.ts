/** What the server said of a field. */
import { ApiError } from "../api/client";
import type { Problem } from "../api/types";

/** What is wrong, where the server said it; nothing where it said nothing. */
export const problemsOf = (error: unknown): readonly Problem[] => (error instanceof ApiError ? error.problems : []);

/** The problem at a field ("/profile/name"), or below it; undefined where there is none. */
export function problemAt(error: unknown, pointer: string): string | undefined {
  if (!(error instanceof ApiError)) return undefined;
  const found = error.problems.find((one) => one.pointer === pointer || one.pointer.startsWith(`${pointer}/`));
  return found && `${found.message} ${found.cure}`.trim();
}
