import { Button, Group } from "@mantine/core";
import { useWho } from "../../parts/Who";
import { useState } from "react";
import { blankEntry, useEntryActions } from "../../api/logbook";
import { announce } from "../../parts/Announced";
import { tell } from "../../parts/tell";
import { EntryFields } from "./EntryFields";

/** An entry by hand, in ten seconds. */
export function AddEntry({ sounds }: { sounds: readonly string[] }) {
  const [player] = useWho();
  const { add } = useEntryActions(player);
  const [entry, setEntry] = useState(blankEntry);
  const save = () => {
    const what = entry.what.trim() || entry.sound.trim();
    add.mutate([{ ...entry, what, at: new Date().toISOString() }], {
      onSuccess: () => {
        announce("It is written");
        setEntry(blankEntry());
      },
      onError: (error) => tell("It was not written", error),
    });
  };
  return (
    <form
      aria-label="Write down"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <Group align="flex-end" gap="sm">
        <EntryFields entry={entry} onChange={setEntry} sounds={sounds} />
        <Button type="submit" loading={add.isPending} disabled={!entry.what.trim() && !entry.sound.trim()}>
          Write down
        </Button>
      </Group>
    </form>
  );
}
