import {
  type Announcements,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  type UniqueIdentifier,
  closestCenter,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { ActionIcon, Group, Stack } from "@mantine/core";
import { IconChevronDown, IconChevronUp, IconGripVertical } from "@tabler/icons-react";
import type { ReactNode } from "react";
import type { Step } from "../../api/types";
import { moved } from "../../parts/documents/moved";
import classes from "./Plan.module.css";

const HOW = "Space takes hold of a step, arrows move it, space again lets it go, Escape leaves it where it was.";

interface StepsInOrderProps {
  steps: Step[];
  onChange: (steps: Step[]) => void;
  /** What stands beside a step's handle. */
  children: (step: Step, place: number) => ReactNode;
}

/** Steps that are dragged by their handle into another order, or moved by buttons and keys. */
export function StepsInOrder({ steps, onChange, children }: StepsInOrderProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = steps.map((_, place) => `step ${place + 1}`);
  const move = (from: number, to: number) => onChange(moved(steps, from, to));
  const placeOf = ({ id }: { id: UniqueIdentifier }) => ids.indexOf(String(id));
  const titleOf = (one: { id: UniqueIdentifier }) => steps[placeOf(one)]?.title ?? "";
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${titleOf(active)} is held.`,
    onDragOver: ({ active, over }) =>
      over ? `${titleOf(active)}: ${placeOf(over) + 1} of ${steps.length}.` : undefined,
    onDragEnd: ({ active }) => `${titleOf(active)} is let go.`,
    onDragCancel: ({ active }) => `${titleOf(active)} stays where it was.`,
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{ announcements, screenReaderInstructions: { draggable: HOW } }}
      onDragEnd={({ active, over }) => over && move(placeOf(active), placeOf(over))}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        {steps.map((step, place) => (
          <StepInOrder
            key={place}
            id={ids[place] ?? ""}
            title={step.title}
            place={place}
            last={steps.length - 1}
            onMove={move}
          >
            {children(step, place)}
          </StepInOrder>
        ))}
      </SortableContext>
    </DndContext>
  );
}

interface StepInOrderProps {
  id: string;
  title: string;
  place: number;
  last: number;
  onMove: (from: number, to: number) => void;
  children: ReactNode;
}

function StepInOrder({ id, title, place, last, onMove, children }: StepInOrderProps) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id });
  const style = transform ? { transform: `translateY(${transform.y}px)`, transition } : undefined;
  return (
    <Group
      ref={setNodeRef}
      style={style}
      className={classes.step}
      align="flex-start"
      wrap="nowrap"
      role="group"
      aria-label={title}
    >
      <Stack gap={2}>
        <ActionIcon
          variant="subtle"
          aria-label={`${title} earlier`}
          disabled={place === 0}
          onClick={() => onMove(place, place - 1)}
        >
          <IconChevronUp size={18} />
        </ActionIcon>
        <ActionIcon
          {...attributes}
          {...listeners}
          className={classes.handle}
          variant="subtle"
          aria-label={`Drag ${title}`}
        >
          <IconGripVertical size={18} />
        </ActionIcon>
        <ActionIcon
          variant="subtle"
          aria-label={`${title} later`}
          disabled={place === last}
          onClick={() => onMove(place, place + 1)}
        >
          <IconChevronDown size={18} />
        </ActionIcon>
      </Stack>
      {children}
    </Group>
  );
}
