import { Autocomplete, Group, NumberInput, SegmentedControl, Select, TextInput } from "@mantine/core";
import type { EntryDraft } from "../../api/types";
import { Amount } from "../../parts/fields/Amount";
import { useOffered } from "../../parts/fields/Choice";
import { limitsOf, useLoadedTables } from "../../parts/tables";

interface EntryFieldsProps {
  entry: EntryDraft;
  onChange: (entry: EntryDraft) => void;
  /** Sounds that were practised before. */
  sounds: readonly string[];
}

/** What an entry says: what, minutes, tempo, how it went, in which key and sound. */
export function EntryFields({ entry, onChange, sounds }: EntryFieldsProps) {
  const tables = useLoadedTables();
  const { scales, major_keys } = tables;
  const { least, most } = limitsOf(tables, "Practised.tempo");
  const words = useOffered("entry.word");
  const put = (change: Partial<EntryDraft>) => onChange({ ...entry, ...change });
  return (
    <Group align="flex-end" gap="sm">
      <TextInput
        label="What"
        w="9rem"
        maxLength={limitsOf(tables, "Practised.what").longest}
        value={entry.what}
        onChange={(event) => put({ what: event.currentTarget.value })}
      />
      <Amount
        label="Minutes"
        field="Practised.minutes"
        fraction
        w="5.5rem"
        value={entry.minutes}
        onChange={(minutes) => put({ minutes })}
      />
      <NumberInput
        label="Tempo"
        w="5.5rem"
        min={least}
        max={most}
        value={entry.tempo ?? ""}
        onChange={(tempo) => put({ tempo: typeof tempo === "number" && tempo >= least ? tempo : null })}
      />
      <SegmentedControl
        aria-label="How it went"
        value={entry.word}
        data={[{ value: "", label: "–" }, ...words]}
        onChange={(word) => put({ word: word as EntryDraft["word"] })}
      />
      <Select
        label="Key"
        w="5.5rem"
        clearable
        clearButtonProps={{ "aria-label": "No key" }}
        allowDeselect
        data={major_keys.map((label, key) => ({ value: String(key), label }))}
        value={entry.key === null || entry.key === undefined ? null : String(entry.key)}
        onChange={(key) => put({ key: key === null ? null : Number(key) })}
      />
      <Autocomplete
        label="Sound"
        w="8rem"
        maxLength={limitsOf(tables, "Practised.sound").longest}
        data={[...new Set([...sounds, ...scales.map(({ name }) => name)])]}
        limit={12}
        value={entry.sound}
        onChange={(sound) => put({ sound })}
      />
    </Group>
  );
}
