import { Button, Checkbox, Group, Select } from "@mantine/core";
import { useShelf } from "../../../../api/shelves";
import { SaveAs } from "../../../../parts/Shelf/SaveAs";
import { useRhythmShapes } from "../../queries";
import type { Recipe, Tables } from "../../../../api/types";
import { SlotGrid } from "./SlotGrid";
import { type Beat, MOST_BARS, beatsOf, canDivide, countsOf, textOf } from "./slots";

type Placement = Recipe["placement"];

interface RhythmFieldsProps {
  placement: Placement;
  tables: Tables;
  /** What the note value is called. */
  valueName: string;
  onChange: (change: Partial<Placement>) => void;
}

/** Which slots sound: a rhythm by name, one of one's own, or slot by slot. */
export function RhythmFields({ placement, tables, valueName, onChange }: RhythmFieldsProps) {
  const saved = useShelf("rhythms");
  const shapes = useRhythmShapes(placement.metre, placement.value).data ?? [];
  const { inBeat, inBar } = countsOf(placement, tables);
  const whole = Number.isInteger(inBar);
  const beatsInBar = whole ? Math.max(1, inBar / inBeat) : 1;
  const beats = beatsOf(placement.slots, inBeat);
  const plain = Array.from({ length: beatsInBar }, (): Beat => ({
    slots: Array.from({ length: inBeat }, () => "s" as const),
    own: false,
  }));
  const set = (next: readonly Beat[]) => onChange({ slots: textOf(next) });
  const own = (saved.data ?? []).map(({ id, document }) => ({
    value: id,
    label: `${document.name} · ${document.metre}`,
  }));
  const choose = (name: string) => {
    const document = saved.data?.find((one) => one.id === name)?.document;
    if (document) onChange({ value: document.value, metre: document.metre, slots: document.slots });
    else onChange({ slots: shapes.find((shape) => shape.name === name)?.slots ?? "" });
  };
  return (
    <>
      <Select
        label="Rhythm"
        description={
          whole
            ? `${beats.length > 0 ? "Yours: press the slots." : "Now every slot sounds."} Notes are poured into those that sound.`
            : `The bar is no whole number of ${valueName}: every slot sounds.`
        }
        disabled={!whole && own.length === 0}
        value={null}
        data={[
          ...(own.length > 0 ? [{ group: "your own", items: own }] : []),
          { group: "for any metre", items: shapes.map(({ name }) => name) },
        ]}
        onChange={(name) => name !== null && choose(name)}
      />
      {whole && (
        <>
          <SlotGrid
            beats={beats.length > 0 ? beats : plain}
            inBar={beatsInBar}
            inBeat={inBeat}
            divides={canDivide(placement, tables)}
            onChange={set}
          />
          <Group gap="xs">
            <Button
              variant="default"
              size="compact-sm"
              disabled={beats.length === 0 || beats.length >= MOST_BARS * beatsInBar}
              onClick={() => set([...beats, ...beats.slice(-beatsInBar)])}
            >
              One bar more
            </Button>
            <Button
              variant="default"
              size="compact-sm"
              disabled={beats.length <= beatsInBar}
              onClick={() => set(beats.slice(0, -beatsInBar))}
            >
              One bar less
            </Button>
            <Checkbox
              label="Restart the rhythm with each figure"
              disabled={beats.length === 0}
              checked={placement.rhythm_restarts === "each-figure"}
              onChange={(event) => onChange({ rhythm_restarts: event.currentTarget.checked ? "each-figure" : "never" })}
            />
          </Group>
          {beats.length > 0 && (
            <SaveAs
              shelf="rhythms"
              label="Save this rhythm as"
              longest={40}
              named={(name) => ({ name, value: placement.value, metre: placement.metre, slots: placement.slots })}
              said={({ title }) => ({ message: `${title} is saved with your rhythms.` })}
            />
          )}
        </>
      )}
    </>
  );
}
