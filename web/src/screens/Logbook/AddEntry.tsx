import { Button, Group } from "@mantine/core";
import { useWho } from "../../parts/Who";
import { blankEntry, useEntryActions } from "../../api/logbook";
import { zone } from "../../api/dates";
import { useFormDraft } from "../../parts/documents/useFormDraft";
import { announce } from "../../parts/Announced";
import { tell } from "../../parts/tell";
import { EntrySentence } from "./EntrySentence";

// The moment and the zone are those of when it is added.
const BLANK = { ...blankEntry(), at: "", zone: "" };

/** An entry by hand, in ten seconds. */
export function AddEntry({ sounds }: { sounds: readonly string[] }) {
  const [player] = useWho();
  const { add } = useEntryActions(player);
  const form = useFormDraft(`entry.new.${player}`, 0, BLANK);
  const entry = form.value;
  const save = () => {
    const what = entry.what.trim() || entry.sound.trim();
    add.mutate([{ ...entry, what, at: new Date().toISOString(), zone: zone() }], {
      onSuccess: () => {
        announce("Entry added");
        form.forget();
      },
      onError: (error) => tell("The entry was not added", error),
    });
  };
  return (
    <form
      aria-label="Add entry"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <Group align="flex-start" gap="md" wrap="nowrap">
        <div style={{ flex: 1 }}>
          <EntrySentence
            label="The entry as a sentence"
            entry={entry}
            onChange={(next) => form.set(() => next)}
            sounds={sounds}
          />
        </div>
        <Button type="submit" loading={add.isPending} disabled={!entry.what.trim() && !entry.sound.trim()}>
          Add entry
        </Button>
      </Group>
    </form>
  );
}
