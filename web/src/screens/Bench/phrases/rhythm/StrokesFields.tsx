import { ActionIcon, Button, Checkbox, Group, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { useRef } from "react";
import type { Mark, Recipe, Slurs, Tables } from "../../../../api/types";
import { Amount } from "../../../../parts/fields/Amount";
import { Choice } from "../../../../parts/fields/Choice";
import { limitsOf } from "../../../../parts/tables";
import { useNumbers } from "../useNumbers";

type Placement = Recipe["placement"];

interface StrokesFieldsProps {
  placement: Placement;
  tables: Tables;
  onChange: (change: Partial<Placement>) => void;
}

/** How notes are struck and joined: marks and slurs. */
export function StrokesFields({ placement, tables, onChange }: StrokesFieldsProps) {
  const { marks, slurs } = placement;
  const adding = useRef<HTMLButtonElement>(null);
  const set = (next: Mark[]) => onChange({ marks: next });
  return (
    <>
      {marks.map((mark, place) => (
        <MarkFields
          key={place}
          number={place + 1}
          mark={mark}
          onChange={(changed) => set(marks.map((one, index) => (index === place ? changed : one)))}
          onRemove={() => {
            set(marks.filter((_, index) => index !== place));
            adding.current?.focus(); // the button that was pressed goes
          }}
        />
      ))}
      <Button
        ref={adding}
        variant="default"
        size="compact-sm"
        w="fit-content"
        disabled={marks.length >= limitsOf(tables, "Placement.marks").most}
        onClick={() => set([...marks, tables.fresh.mark])}
      >
        Add a mark
      </Button>
      <Checkbox
        label="Slurs"
        checked={slurs !== null}
        onChange={(event) => onChange({ slurs: event.currentTarget.checked ? tables.fresh.slurs : null })}
      />
      {slurs && <SlurFields slurs={slurs} fresh={tables.fresh.slurs} onChange={(next) => onChange({ slurs: next })} />}
    </>
  );
}

interface MarkFieldsProps {
  number: number;
  mark: Mark;
  onChange: (mark: Mark) => void;
  onRemove: () => void;
}

function MarkFields({ number, mark, onChange, onRemove }: MarkFieldsProps) {
  const places = useNumbers(mark.places, (next) => onChange({ ...mark, places: next }));
  return (
    <Group gap="xs" wrap="nowrap" align="flex-end" role="group" aria-label={`Mark ${number}`}>
      <Choice
        label="Mark"
        field="Mark.kind"
        value={mark.kind}
        w="var(--field-m)"
        onChange={(kind) => onChange({ ...mark, kind })}
      />
      <Choice
        label="On"
        field="Mark.by"
        value={mark.by}
        w="var(--field-m)"
        onChange={(by) => onChange({ ...mark, by })}
      />
      {mark.by === "notes" ? (
        <Amount
          label="Every n-th"
          w="var(--field-s)"
          field="Mark.every"
          value={mark.every}
          onChange={(every) => onChange({ ...mark, every })}
        />
      ) : (
        <TextInput label="Which, such as 1 4" w="var(--field-m)" {...places} />
      )}
      <ActionIcon variant="subtle" mb={4} aria-label={`Remove mark ${number}`} onClick={onRemove}>
        <IconX size={16} />
      </ActionIcon>
    </Group>
  );
}

function SlurFields({ slurs, fresh, onChange }: { slurs: Slurs; fresh: Slurs; onChange: (slurs: Slurs) => void }) {
  const groups = useNumbers(slurs.groups, (next) => onChange({ ...slurs, groups: next }), {
    emptyIsFine: slurs.by === "figure",
  });
  return (
    <Group gap="xs" align="flex-start" grow>
      <TextInput label="Notes under each slur" description="In turn: 2, or 3 1." {...groups} />
      <Amount
        label="After so many notes"
        description="1: from off the beat."
        field="Slurs.after"
        value={slurs.after}
        onChange={(after) => onChange({ ...slurs, after })}
      />
      <Choice
        label="Counted"
        description="Empty: the whole figure."
        value={slurs.by}
        field="Slurs.by"
        onChange={(by) =>
          onChange({ ...slurs, by, groups: by === "line" && slurs.groups.length === 0 ? fresh.groups : slurs.groups })
        }
      />
    </Group>
  );
}
