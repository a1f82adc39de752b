import { Box, Group, NumberInput, Tabs, Title } from "@mantine/core";
import { IconFileExport } from "@tabler/icons-react";
import { useState } from "react";
import { fetched } from "../../api/files";
import { useOverview } from "../../api/logbook";
import { DownloadMenu } from "../../parts/files/FileControls";
import { Who, useWho } from "../../parts/Who";
import shelf from "../../parts/Shelf/Shelf.module.css";
import { limitsOf, useLoadedTables } from "../../parts/tables";
import { AddEntry } from "./AddEntry";
import { Charts } from "./Charts";
import { Entries } from "./Entries";
import { FileIn } from "./FileIn";
import { MatrixTable } from "./MatrixTable";
import { SoundDial } from "./SoundDial";

const FILES = [
  { kind: "csv", label: "All entries (CSV)" },
  { kind: "json", label: "All entries with their slips (JSON)" },
];

/** The logbook: what has been done in which key at which tempo, with its holes, and every entry. */
export function Component() {
  const [player, setPlayer] = useWho();
  const { least, most } = limitsOf(useLoadedTables(), "Recipe.tempo");
  const [sound, setSound] = useState("");
  const [tempo, setTempo] = useState(96);
  const overview = useOverview(player, sound, tempo).data;
  return (
    <Box className={shelf.page}>
      <title>Logbook · Dodecant</title>
      <Group mb="md" align="flex-end">
        <Title order={1} size="h2" flex={1}>
          Logbook
        </Title>
        <Who value={player} onChange={setPlayer} />
        <NumberInput
          label="Target tempo"
          w="8rem"
          min={least}
          max={most}
          step={4}
          value={tempo}
          onChange={(value) => typeof value === "number" && value >= least && value <= most && setTempo(value)}
        />
        <DownloadMenu
          label="Export"
          icon={<IconFileExport size={18} />}
          kinds={FILES}
          write={(kind) => fetched(`/api/players/${player}/entry-files/${kind}`)}
        />
        <FileIn />
      </Group>
      <AddEntry sounds={overview?.sounds.map(({ sound: name }) => name) ?? []} />
      <Tabs defaultValue="sound" mt="lg" keepMounted={false}>
        <Tabs.List>
          <Tabs.Tab value="sound">By scale</Tabs.Tab>
          <Tabs.Tab value="matrix">Overview</Tabs.Tab>
          <Tabs.Tab value="charts">Weeks and slips</Tabs.Tab>
          <Tabs.Tab value="entries">Entries</Tabs.Tab>
        </Tabs.List>
        <Tabs.Panel value="sound" pt="md">
          <SoundDial overview={overview} onSound={setSound} tempo={tempo} />
        </Tabs.Panel>
        <Tabs.Panel value="matrix" pt="md">
          <MatrixTable tempo={tempo} />
        </Tabs.Panel>
        <Tabs.Panel value="charts" pt="md">
          <Charts overview={overview} />
        </Tabs.Panel>
        <Tabs.Panel value="entries" pt="md">
          <Entries />
        </Tabs.Panel>
      </Tabs>
    </Box>
  );
}
