import { Autocomplete, NumberInput, SegmentedControl, Select, TextInput } from "@mantine/core";
import { useEntrySaid } from "../../api/sentences";
import type { EntryDraft } from "../../api/types";
import { Amount } from "../../parts/fields/Amount";
import { useOffered } from "../../parts/fields/Choice";
import { SentenceForm } from "../../parts/Sentence/SentenceForm";
import { limitsOf, useLoadedTables } from "../../parts/tables";
import { useGood } from "../../api/useGood";

interface EntrySentenceProps {
  label: string;
  entry: EntryDraft;
  onChange: (entry: EntryDraft) => void;
  /** Sounds that were practised before. */
  sounds: readonly string[];
}

/** What an entry says: what, minutes, tempo, how it went, in which key and sound. */
export function EntrySentence({ label, entry, onChange, sounds }: EntrySentenceProps) {
  const tables = useLoadedTables();
  const { scales, major_keys } = tables;
  const { least, most } = limitsOf(tables, "Practised.tempo");
  const words = useOffered("entry.word");
  const { what, minutes, key, sound, tempo, word } = entry;
  const said = useGood(useEntrySaid(entry).data);
  const put = (change: Partial<EntryDraft>) => onChange({ ...entry, ...change });
  const editors = {
    what: () => (
      <TextInput
        label="What"
        data-autofocus
        maxLength={limitsOf(tables, "Practised.what").longest}
        value={what}
        onChange={(event) => put({ what: event.currentTarget.value })}
      />
    ),
    minutes: () => (
      <Amount
        label="Minutes"
        field="Practised.minutes"
        fraction
        value={minutes}
        onChange={(some) => put({ minutes: some })}
      />
    ),
    tempo: () => (
      <NumberInput
        label="Tempo"
        min={least}
        max={most}
        value={tempo ?? ""}
        onChange={(next) => put({ tempo: typeof next === "number" && next >= least ? next : null })}
      />
    ),
    word: () => (
      <SegmentedControl
        aria-label="How it went"
        value={word}
        data={[{ value: "", label: "–" }, ...words]}
        onChange={(next) => put({ word: next as EntryDraft["word"] })}
      />
    ),
    key: () => (
      <Select
        label="Key"
        clearable
        clearButtonProps={{ "aria-label": "No key" }}
        allowDeselect
        data={major_keys.map((name, place) => ({ value: String(place), label: name }))}
        value={key === null || key === undefined ? null : String(key)}
        onChange={(chosen) => put({ key: chosen === null ? null : Number(chosen) })}
      />
    ),
    sound: () => (
      <Autocomplete
        label="Sound"
        maxLength={limitsOf(tables, "Practised.sound").longest}
        data={[...new Set([...sounds, ...scales.map(({ name }) => name)])]}
        limit={12}
        value={sound}
        onChange={(next) => put({ sound: next })}
      />
    ),
  };
  return <SentenceForm label={label} phrases={said?.phrases ?? []} editors={editors} />;
}
