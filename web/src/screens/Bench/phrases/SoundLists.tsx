import { Button, Group, Select } from "@mantine/core";
import { useState } from "react";
import { useShelf } from "../../../api/shelves";
import type { Recipe, Tables } from "../../../api/types";
import { SaveAs } from "../../../parts/Shelf/SaveAs";
import { useRemoval } from "../../../parts/Shelf/useRemoval";

type Several = Extract<Recipe["sounds"], { kind: "several" }>;

interface SoundListsProps {
  sounds: Several;
  tables: Tables;
  onChange: (sounds: Recipe["sounds"]) => void;
}

/** Lists of scales: the family of a key, and those of one's own, which are saved, taken and deleted here. */
export function SoundLists({ sounds, tables, onChange }: SoundListsProps) {
  const saved = useShelf("sound-lists").data ?? [];
  const remove = useRemoval("sound-lists");
  const [taken, setTaken] = useState<string | null>(null);
  const one = saved.find(({ id }) => id === taken);
  return (
    <>
      <Group align="flex-end">
        <Button size="xs" variant="default" onClick={() => onChange(tables.fresh.key_family)}>
          The family of the key: modes, pentatonics, blues
        </Button>
        {saved.length > 0 && (
          <Select
            size="xs"
            label="Your lists of scales"
            value={one === undefined ? null : taken}
            data={saved.map(({ id, title }) => ({ value: id, label: title }))}
            onChange={(id) => {
              setTaken(id);
              const document = saved.find((list) => list.id === id)?.document;
              if (document) onChange({ kind: "several", scales: document.scales, roots: document.roots });
            }}
          />
        )}
        {one !== undefined && (
          <Button size="xs" variant="subtle" onClick={() => remove(one)}>
            Delete {one.title}
          </Button>
        )}
      </Group>
      <SaveAs
        shelf="sound-lists"
        label="Save this list as"
        longest={40}
        named={(name) => ({ name, scales: sounds.scales, roots: sounds.roots })}
        said={({ title }) => ({ message: `${title} is saved with your lists of scales.` })}
      />
    </>
  );
}
