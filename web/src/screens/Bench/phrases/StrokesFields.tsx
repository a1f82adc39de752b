import { ActionIcon, Button, Checkbox, Group, NumberInput, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { useRef } from "react";
import type { Mark, Recipe, Slurs } from "../../../api/types";
import { Choice } from "../../../parts/Choice";
import { useNumbers } from "./useNumbers";

type Placement = Recipe["placement"];

interface StrokesFieldsProps {
  placement: Placement;
  onChange: (change: Partial<Placement>) => void;
}

const MOST = 4;
const KINDS = { accent: "accent", staccato: "short (staccato)", tenuto: "held full (tenuto)", marcato: "hard accent (marcato)" };
const COUNTED = { notes: "notes of the line", slots: "slots of the bar", figure: "notes of each figure" };

/** How notes are struck and joined: marks and slurs. */
export function StrokesFields({ placement, onChange }: StrokesFieldsProps) {
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
        disabled={marks.length >= MOST}
        onClick={() => set([...marks, { kind: "accent", by: "notes", every: 2, places: [1] }])}
      >
        Add a mark
      </Button>
      <Checkbox
        label="Slurs"
        checked={slurs !== null}
        onChange={(event) => onChange({ slurs: event.currentTarget.checked ? { by: "line", groups: [2], after: 0 } : null })}
      />
      {slurs && <SlurFields slurs={slurs} onChange={(next) => onChange({ slurs: next })} />}
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
      <Choice label="Mark" value={mark.kind} choices={KINDS} width={170} onChange={(kind) => onChange({ ...mark, kind })} />
      <Choice label="On" value={mark.by} choices={COUNTED} width={170} onChange={(by) => onChange({ ...mark, by })} />
      {mark.by === "notes" ? (
        <NumberInput label="Every n-th" w={90} min={1} max={16} value={mark.every} onChange={(every) => typeof every === "number" && every > 0 && onChange({ ...mark, every })} />
      ) : (
        <TextInput label="Which" w={90} placeholder="1 4" {...places} />
      )}
      <ActionIcon variant="subtle" mb={4} aria-label={`Remove mark ${number}`} onClick={onRemove}>
        <IconX size={16} />
      </ActionIcon>
    </Group>
  );
}

function SlurFields({ slurs, onChange }: { slurs: Slurs; onChange: (slurs: Slurs) => void }) {
  const groups = useNumbers(slurs.groups, (next) => onChange({ ...slurs, groups: next }), { emptyIsFine: slurs.by === "figure" });
  return (
    <Group gap="xs" align="flex-start" grow>
      <TextInput label="Notes under each slur" description="In turn: 2, or 3 1." {...groups} />
      <NumberInput
        label="After so many notes"
        description="1: from off the beat."
        min={0}
        max={16}
        value={slurs.after}
        onChange={(after) => typeof after === "number" && onChange({ ...slurs, after })}
      />
      <Choice
        label="Counted"
        description="Empty: the whole figure."
        value={slurs.by}
        choices={{ line: "along the line", figure: "in each figure" }}
        onChange={(by) => onChange({ ...slurs, by, groups: by === "line" && slurs.groups.length === 0 ? [2] : slurs.groups })}
      />
    </Group>
  );
}
