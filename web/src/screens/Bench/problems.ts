/** Finding a problem's place: pointers of the recipe's fields. */
import type { Problem } from "../../api/types";

/** The phrase a problem belongs to: the first part of its pointer. */
export function phraseOf(problem: Problem): string {
  return problem.pointer.split("/")[1] ?? "";
}

/** What to show at a field: the problems at its pointer or below. */
export function problemAt(problems: readonly Problem[], pointer: string): string | undefined {
  const found = problems.filter((problem) => problem.pointer === pointer || problem.pointer.startsWith(`${pointer}/`));
  return found.length === 0 ? undefined : found.map(({ message, cure }) => `${message} ${cure}`.trim()).join(" ");
}

/** The problems below a pointer, as if it were the whole. */
export function problemsBelow(problems: readonly Problem[], pointer: string): Problem[] {
  return problems
    .filter((problem) => problem.pointer.startsWith(`${pointer}/`))
    .map((problem) => ({ ...problem, pointer: problem.pointer.slice(pointer.length) }));
}
