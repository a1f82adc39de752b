import { Button, Group, Text, Textarea } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useState } from "react";
import { readLickFile } from "../../../../api/files";
import { useAnalysedLick } from "../../queries";
import { Choice } from "../../../../parts/fields/Choice";
import type { Metre } from "../../../../api/types";
import { OpenFile } from "../../../../parts/files/FileControls";
import { problemAt } from "../../problems";
import { LickNotes } from "./LickNotes";
import { NoteEntry } from "./NoteEntry";
import type { PhraseProps } from "../PhraseProps";
import { type Lick, overItsChords, withLick } from "../../../../parts/music/lick";

interface LickFieldsProps extends Pick<PhraseProps, "recipe" | "tables" | "problems" | "onChange"> {
  lick: Lick;
  /** Quarter notes in a bar. */
  metre: Metre;
}

/** A lick of one's own: typed, entered note by note or read from a file; what each note does, to be corrected. */
export function LickFields({ recipe, lick, tables, metre, problems, onChange }: LickFieldsProps) {
  const [entering, setEntering] = useState(false);
  const analysed = useAnalysedLick(lick, metre);
  const set = (change: Partial<Lick>) => onChange({ ...recipe, figure: { ...lick, ...change } });
  const chords = new Set(analysed.data?.map((note) => note.chord));
  const open = async (file: File) => {
    const read = await readLickFile(file);
    onChange(withLick(recipe, lick, read, tables));
    const { adjustments } = read;
    if (adjustments.length > 0)
      notifications.show({ title: `${file.name} was read`, message: adjustments.join(" "), autoClose: 12000 });
  };
  return (
    <>
      <Textarea
        label="The lick, as numbers or notes with their lengths in beats"
        description="5:½ ♭3 2 1:1, or E4:½ D4 C4:2. r is a rest, | a barline; a length holds until the next one."
        value={lick.text}
        error={problemAt(problems, "/figure/text")}
        autosize
        minRows={2}
        maxRows={5}
        data-autofocus
        spellCheck={false}
        onChange={(event) => set({ text: event.currentTarget.value })}
      />
      {entering && <NoteEntry text={lick.text} onChange={(text) => set({ text })} />}
      <Group gap="xs">
        <Button variant="default" size="xs" aria-expanded={entering} onClick={() => setEntering(!entering)}>
          {entering ? "Close the note entry" : "Enter note by note"}
        </Button>
        <OpenFile own={{ lick: open }} size="xs" label="From MusicXML or MIDI" />
      </Group>
      <Group grow align="flex-start">
        <Textarea
          label="Over these chords"
          description="Such as Dm7 | G7 | Cmaj7"
          value={lick.over}
          autosize
          minRows={1}
          maxRows={3}
          error={problemAt(problems, "/figure/over")}
          spellCheck={false}
          onChange={(event) => set({ over: event.currentTarget.value })}
        />
        <Choice
          label="On other scales"
          description="And on other degrees"
          value={lick.fit}
          field="OwnLick.fit"
          onChange={(fit) => set({ fit })}
        />
      </Group>
      {chords.size > 1 && recipe.sounds.kind !== "changes" && (
        <Group gap="xs" wrap="nowrap">
          <Text size="sm">It runs over several chords. Over one scale it is read against the chord of each note.</Text>
          <Button
            size="compact-sm"
            variant="light"
            style={{ flexShrink: 0 }}
            onClick={() => onChange(overItsChords(recipe, lick, tables))}
          >
            Play it over its chords
          </Button>
        </Group>
      )}
      {analysed.data && <LickNotes notes={analysed.data} text={lick.text} onChange={(text) => set({ text })} />}
    </>
  );
}
