/** What the server said of a field. */
import { ApiError } from "../api/client";

/** The problem at a field ("/profile/name"), or below it; undefined where there is none. */
export function problemAt(error: unknown, pointer: string): string | undefined {
  if (!(error instanceof ApiError)) return undefined;
  const found = error.problems.find((one) => one.pointer === pointer || one.pointer.startsWith(`${pointer}/`));
  return found && `${found.message} ${found.cure}`.trim();
}
