import { DndContext, PointerSensor, pointerWithin, useSensor, useSensors } from "@dnd-kit/core";
import { Button, Stack, Text, Title } from "@mantine/core";
import { useState } from "react";
import { dayInWords, daysAfter, weekOf } from "../../api/dates";
import type { PlanDay, PlanState } from "../../api/types";
import { announce } from "../../parts/Announced";
import { offerUndo } from "../../parts/Shelf/useRemoval";
import { tell } from "../../parts/tell";
import { useWho } from "../../parts/Who";
import { DayCell } from "./DayCell";
import classes from "./Plan.module.css";
import { SetDay } from "./SetDay";
import { exchanged } from "./days";
import { useKeepPlan } from "./queries";

const SHOWN = 8;
const WEEK = [0, 1, 2, 3, 4, 5, 6];

/** The weeks, seven days side by side: each its keys and its minutes, to be opened, set by hand, or moved. */
export function Weeks({ plan }: { plan: PlanState }) {
  const [player] = useWho();
  const keep = useKeepPlan(player);
  const [all, setAll] = useState(false);
  const [opened, setOpened] = useState<PlanDay | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 8 } }));
  const days = new Map(plan.days.map((day) => [day.day, day]));
  const weeks = [...new Set(plan.days.filter(({ items }) => items.length > 0).map(({ day }) => weekOf(day)))];
  const most = Math.max(1, ...plan.days.map(({ minutes }) => minutes));
  const exchange = (from: string, to: string) => {
    const [one, other] = [days.get(from), days.get(to)];
    if (one === undefined || other === undefined || one === other) return;
    const { document, revision } = plan;
    keep.mutate(
      { document: exchanged(document, one, other), revision },
      {
        onError: (error) => tell("The day was not moved", error),
        onSuccess: (kept) => {
          announce(`${dayInWords(from)} and ${dayInWords(to)} have changed places`);
          offerUndo("Two days have changed places", () => keep.mutateAsync({ document, revision: kept.revision }));
        },
      },
    );
  };
  return (
    <Stack gap="lg">
      {weeks.length === 0 && <Text>Nothing is planned. Say what you want to reach under “Goals and rules”.</Text>}
      {weeks.length > 0 && (
        <Text size="sm" c="dimmed">
          Keys in bold are new that day; the bar shows the minutes. Open a day for its reasons. Drag a day onto another,
          or press Alt with an arrow, and the two change places.
        </Text>
      )}
      <DndContext
        sensors={sensors}
        collisionDetection={pointerWithin}
        onDragEnd={({ active, over }) => over && exchange(String(active.id), String(over.id))}
      >
        {weeks.slice(0, all ? undefined : SHOWN).map((begins) => (
          <section key={begins}>
            <Title order={2} size="h5" mb={4}>
              Week of {dayInWords(begins)}
            </Title>
            <div className={classes.week}>
              {WEEK.map((after) => {
                const day = days.get(daysAfter(begins, after));
                return day === undefined ? (
                  <div key={after} />
                ) : (
                  <DayCell
                    key={after}
                    day={day}
                    share={day.minutes / most}
                    onOpen={() => setOpened(day)}
                    onMove={(by) => exchange(day.day, daysAfter(day.day, by))}
                  />
                );
              })}
            </div>
          </section>
        ))}
      </DndContext>
      {weeks.length > SHOWN && !all && (
        <Button variant="default" onClick={() => setAll(true)}>
          All {weeks.length} weeks
        </Button>
      )}
      {opened && <SetDay key={opened.day} day={opened} plan={plan} onDone={() => setOpened(null)} />}
    </Stack>
  );
}
