import { Button, Checkbox, Group, Stack, Text, TextInput } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useState } from "react";
import { readLickFile } from "../../api/files";
import { useShelfActions } from "../../api/shelves";
import type { PhraseOfChorus } from "../../api/types";
import { OpenFile } from "../../parts/files/FileControls";
import { useLoadedTables } from "../../parts/tables";
import { cutChorus } from "./queries";
import { Window } from "../../parts/Window";

interface Cut {
  name: string;
  phrases: PhraseOfChorus[];
}

/** A chorus from a file, cut into phrases; the chosen ones are kept. */
export function Chorus() {
  const [cut, setCut] = useState<Cut | null>(null);
  const read = async (file: File) => {
    const phrases = await cutChorus(await readLickFile(file));
    setCut({ name: file.name.replace(/\.[^.]*$/, ""), phrases });
  };
  return (
    <>
      <OpenFile own={{ lick: read }} label="Import a solo" />
      <Window
        opened={cut !== null}
        onClose={() => setCut(null)}
        size="lg"
        title={cut ? `${cut.name}: ${cut.phrases.length} phrases` : ""}
      >
        {cut && <Phrases cut={cut} onDone={() => setCut(null)} />}
      </Window>
    </>
  );
}

function Phrases({ cut, onDone }: { cut: Cut; onDone: () => void }) {
  const fresh = useLoadedTables().fresh.piece;
  const { add } = useShelfActions("vocabulary");
  const [name, setName] = useState(cut.name.slice(0, 40));
  const [chosen, setChosen] = useState<number[]>(cut.phrases.map((_, place) => place));
  const [problem, setProblem] = useState("");
  const keep = async () => {
    setProblem("");
    for (const place of chosen) {
      const phrase = cut.phrases[place];
      if (phrase === undefined) continue;
      const figure = { kind: "lick", text: phrase.text, over: phrase.over, fit: "sound" } as const;
      try {
        await add.mutateAsync({
          ...fresh,
          name: `${name}, bar ${phrase.first_bar}`,
          what: { ...fresh.what, figure, value: null },
        });
      } catch (error) {
        setProblem(`Bar ${phrase.first_bar}: ${error instanceof Error ? error.message : ""}`);
        setChosen(chosen.filter((other) => other >= place));
        return;
      }
    }
    notifications.show({ message: `${chosen.length} phrases are saved as vocabulary.` });
    onDone();
  };
  return (
    <Stack gap="sm">
      <TextInput
        label="They are called"
        description="With the bar each begins in."
        maxLength={40}
        value={name}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      {cut.phrases.map((phrase, place) => (
        <Checkbox
          key={place}
          label={`Bar ${phrase.first_bar}, ${phrase.notes} notes over ${phrase.over}`}
          description={phrase.text}
          checked={chosen.includes(place)}
          onChange={(event) =>
            setChosen(
              event.currentTarget.checked
                ? [...chosen, place].sort((one, other) => one - other)
                : chosen.filter((other) => other !== place),
            )
          }
        />
      ))}
      {problem && (
        <Text size="sm" c="var(--mantine-color-error)" role="alert">
          {problem}
        </Text>
      )}
      <Group justify="flex-end">
        <Button
          disabled={chosen.length === 0 || name.trim() === ""}
          loading={add.isPending}
          onClick={() => void keep()}
        >
          Keep {chosen.length} of them
        </Button>
      </Group>
    </Stack>
  );
}
