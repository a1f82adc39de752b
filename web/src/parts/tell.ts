/** Say that something failed, in a note that stays long enough to be read. */
import { notifications } from "@mantine/notifications";
import { StoppedError } from "../api/jobs";

/** Errors of ours say what is wrong in words; those of a browser or a library are not for reading. */
const UNEXPECTED = "Something unexpected happened. Try again.";

/** What an error says to whoever reads it. */
export const wordsOf = (error: unknown): string =>
  error instanceof Error && error.name === "Error" ? error.message : UNEXPECTED;

export function tell(title: string, error: unknown): void {
  if (error instanceof StoppedError) notifications.show({ message: "Stopped", autoClose: 4000 });
  else notifications.show({ color: "red", title, message: wordsOf(error), autoClose: 12000 });
}
