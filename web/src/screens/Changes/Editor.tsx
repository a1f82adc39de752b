import { Alert, Box, Button, Group, Skeleton, Stack, Tabs, Text, VisuallyHidden } from "@mantine/core";
import { useDebouncedValue, useLocalStorage } from "@mantine/hooks";
import { useState } from "react";
import { type House, useWorkedChanges } from "./queries";
import type { Saved } from "../../api/shelves";
import type { ChangesDraft } from "../../api/types";
import { titleOf } from "../../parts/music/changesText";
import { useLoadedTables } from "../../parts/tables";
import { BackUndoes } from "../../parts/Steps/BackUndoes";
import { useDraft } from "../../parts/documents/useDraft";
import { usePlayer } from "../../sound/usePlayer";
import { Bars } from "./Bars";
import classes from "./Changes.module.css";
import { ChordPanel } from "./ChordPanel";
import { FewestPanel } from "./FewestPanel";
import { GridPanel } from "./GridPanel";
import { TextSide } from "./TextSide";
import { TopBar } from "./TopBar";
import { between } from "./choices";
import { Beside } from "../../parts/Beside/Beside";

interface EditorProps {
  /** The saved changes; none for new ones. */
  saved: Saved<"changes"> | undefined;
}

const TEMPO = 100;

/** Write a progression, see it as bars, choose its sounds, hear it. */
export function Editor({ saved }: EditorProps) {
  const tables = useLoadedTables();
  const draft = useDraft("changes", saved, tables.fresh.changes);
  const { document, setDocument } = draft;
  const [house, setHouse] = useLocalStorage<House>({ key: "dodecant.house", defaultValue: "words" });
  const [settled] = useDebouncedValue(document, 120);
  const worked = useWorkedChanges(settled, house);
  const [span, setSpan] = useState<[number, number]>([0, 0]);
  const [tab, setTab] = useState<string | null>("chord");
  const player = usePlayer(TEMPO);
  const chords = worked.data?.chords ?? [];
  const selected = between(chords, Math.min(span[0], chords.length - 1), Math.min(span[1], chords.length - 1));
  const choose = (choices: ChangesDraft["choices"]) => setDocument({ ...document, choices });
  const sound = worked.data !== undefined && worked.data.faults.length === 0;

  return (
    <Box className={classes.page}>
      <title>{`${titleOf(document.text) || "Changes"} · Dodecant`}</title>
      <VisuallyHidden component="h1">Changes</VisuallyHidden>
      <BackUndoes wanted={draft.stepped} undo={draft.undo} />
      <TopBar draft={draft} saved={saved} worked={worked.data} player={player} />
      <Beside>
        <TextSide draft={draft} worked={worked.data} tables={tables} house={house} onHouse={setHouse} />
        <Stack flex={1} miw={0} gap="md">
          {worked.isError && (
            <Alert color="red" title="The changes could not be worked out">
              {worked.error.message}
            </Alert>
          )}
          {worked.data === undefined && !worked.isError && (
            <Skeleton height={240} role="img" aria-label="Drawing the bars" />
          )}
          {worked.data && (
            <>
              <LostChoices lost={worked.data.lost} onLetGo={() => choose(worked.data.choices)} />
              <Bars
                worked={worked.data}
                span={span}
                onSelect={(number, extend) => setSpan(extend ? [span[0], number] : [number, number])}
              />
              <Tabs value={tab} onChange={setTab} keepMounted={false}>
                <Tabs.List>
                  <Tabs.Tab value="chord">Sounds for the chord</Tabs.Tab>
                  <Tabs.Tab value="grid">One sound over all</Tabs.Tab>
                  <Tabs.Tab value="fewest">Fewest sounds</Tabs.Tab>
                </Tabs.List>
                <Tabs.Panel value="chord" pt="md">
                  <ChordPanel document={document} selected={selected} tables={tables} onChoose={choose} />
                </Tabs.Panel>
                <Tabs.Panel value="grid" pt="md">
                  <GridPanel document={settled} tonic={worked.data.tonic} tables={tables} wanted={sound} />
                </Tabs.Panel>
                <Tabs.Panel value="fewest" pt="md">
                  <FewestPanel document={settled} chords={chords} wanted={sound} onChoose={choose} />
                </Tabs.Panel>
              </Tabs>
            </>
          )}
        </Stack>
      </Beside>
    </Box>
  );
}

/** Sounds that were chosen for chords which are no longer there, and how to let them go. */
function LostChoices({ lost, onLetGo }: { lost: readonly string[]; onLetGo: () => void }) {
  if (lost.length === 0) return null;
  return (
    <Alert variant="light" color="lamp" p="xs" role="status">
      <Group justify="space-between" wrap="nowrap">
        <Stack gap={0}>
          {lost.map((text) => (
            <Text key={text} size="sm">
              {text}
            </Text>
          ))}
        </Stack>
        <Button variant="light" size="compact-sm" onClick={onLetGo}>
          {lost.length === 1 ? "Remove it" : "Remove them"}
        </Button>
      </Group>
    </Alert>
  );
}
