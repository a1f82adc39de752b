import { Anchor, Text } from "@mantine/core";
import { Link } from "react-router";
import { dayInWords, today } from "../api/dates";
import { usePlan } from "../api/plans";
import type { PlanState } from "../api/types";
import { lasting } from "./lasting";
import { useWho } from "./Who";

/** The keys of what is to be done on a day, each told once. */
export const keysOf = (items: readonly { key: string }[]) => [...new Set(items.map(({ key }) => key))].join(", ");

/** What is due today, in a line: "Tuesday 3 November: D♭, 18 minutes." */
export function todayInWords(plan: PlanState): string {
  const first = plan.days.find(({ day }) => day === today());
  const due = first?.items ?? [];
  const told =
    due.length > 0
      ? `${keysOf(due)}, ${lasting(first?.minutes ?? 0)}.`
      : plan.done_today > 0
        ? "all of today is done."
        : "nothing is due.";
  return `${dayInWords(today())}: ${told}`;
}

/** The line of today, with the way to the plan; nothing where nothing is planned. */
export function TodayLine() {
  const [player] = useWho();
  const { data: plan } = usePlan(player);
  if (plan === undefined || plan.document.goals.length === 0) return null;
  return (
    <Text size="lg" mb="lg">
      {todayInWords(plan)}{" "}
      <Anchor component={Link} to="/plan">
        Open the plan
      </Anchor>
    </Text>
  );
}
