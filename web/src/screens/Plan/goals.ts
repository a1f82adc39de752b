import type { PlanDocument } from "../../api/types";

/** A plan without one of its goals. Goals are named by their place: what follows moves up, nothing waits for the lost one. */
export function withoutGoal(plan: PlanDocument, place: number): PlanDocument {
  const moved = (other: number) => (other === place ? -1 : other > place ? other - 1 : other);
  const goals = plan.goals.filter((_, other) => other !== place);
  return {
    ...plan,
    goals: goals.map((goal) => ({ ...goal, after: moved(goal.after) })),
    pins: plan.pins.map((pin) => ({
      ...pin,
      items: pin.items?.flatMap((item) => (item.goal === place ? [] : [{ ...item, goal: moved(item.goal) }])) ?? null,
    })),
  };
}
