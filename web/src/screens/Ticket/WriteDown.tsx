import { Button, Group } from "@mantine/core";
import { useState } from "react";
import { blankEntry } from "../../api/logbook";
import { useTicketActions } from "../../api/ticket";
import type { EntryDraft } from "../../api/types";
import { announce } from "../../parts/Announced";
import { Amount } from "../../parts/fields/Amount";
import { Choice } from "../../parts/fields/Choice";
import { tell } from "../../parts/tell";

type Said = EntryDraft["word"];

/** What was practised away from the stand, in ten seconds. */
export function WriteDown({ title, assignment }: { title: string; assignment: number }) {
  const { add } = useTicketActions();
  const [minutes, setMinutes] = useState(10);
  const [word, setWord] = useState<Said>("");
  const write = () =>
    add.mutateAsync([{ ...blankEntry(), what: title, minutes, word, assignment }]).then(
      () => announce(`${minutes} minutes added`),
      (error: unknown) => tell("It was not added", error),
    );
  return (
    <Group align="flex-end">
      <Amount
        label="Add practice"
        description="minutes"
        field="Practised.minutes"
        fraction
        w="12rem"
        value={minutes}
        onChange={setMinutes}
      />
      <Choice
        label="How did it go?"
        field="entry.word"
        words={{ "": "not said" }}
        w="9rem"
        value={word}
        onChange={setWord}
      />
      <Button variant="default" loading={add.isPending} onClick={() => void write()}>
        Add entry
      </Button>
    </Group>
  );
}
