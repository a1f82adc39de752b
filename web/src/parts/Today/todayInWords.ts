import { dayInWords, today } from "../../api/dates";
import type { PlanState } from "../../api/types";
import { lasting } from "../lasting";

/** The keys of what is to be done on a day, each named once. */
export const keysOf = (items: readonly { key: string }[]) => [...new Set(items.map(({ key }) => key))].join(", ");

/** What is due today, in a line: "Tuesday 3 November: D♭, 18 minutes." */
export function todayInWords(plan: PlanState): string {
  const first = plan.days.find(({ day }) => day === today());
  const due = first?.items ?? [];
  const said =
    due.length > 0
      ? `${keysOf(due)}, ${lasting(first?.minutes ?? 0)}.`
      : plan.done_today > 0
        ? "all of today is done."
        : "nothing is due.";
  return `${dayInWords(today())}: ${said}`;
}
