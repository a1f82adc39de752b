import { Checkbox, Group, Select, Stack, Text } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { useState } from "react";
import { download } from "../../api/files";
import type { Fingering, LaidOpen as Sound, MapAsked, Recipe, Tables } from "../../api/types";
import { Choice } from "../../parts/fields/Choice";
import { bySection } from "../../parts/music/instruments";
import { freshOf } from "../../parts/tables";
import { MapPicture } from "./MapPicture";
import { useMap } from "./queries";
import { WriteButton } from "../../parts/files/FileControls";

interface OnInstrumentProps {
  sound: Sound;
  tables: Tables;
}

/** The sound under the hands of an instrument: a map by numbers, names or fingers, to be printed. */
export function OnInstrument({ sound, tables }: OnInstrumentProps) {
  const having = tables.instruments.filter(({ fingering }) => fingering !== null);
  const [instrument, setInstrument] = useState("guitar");
  const [shows, setShows] = useState<MapAsked["shows"]>("fingers");
  const [kept, setKept] = useState<Partial<Record<string, Fingering>>>({});
  const chosen = having.find(({ id }) => id === instrument) ?? having[0];
  if (chosen?.fingering == null) return null;
  const fingering = kept[chosen.fingering] ?? freshOf(tables.fresh.fingerings, chosen.fingering);
  const put = (next: Fingering) => setKept({ ...kept, [next.kind]: next });
  const asked = { scale: sound.scale, tonic: sound.tonic, instrument: chosen.id, fingering, shows };
  return (
    <Stack gap="md">
      <Group align="flex-end" gap="md">
        <Select
          label="Instrument"
          w="var(--field-m)"
          value={chosen.id}
          data={bySection(having)}
          searchable
          onChange={(id) => id !== null && setInstrument(id)}
        />
        <Choice label="Shown" field="map.shows" w="var(--field-m)" value={shows} onChange={setShows} />
        <Where asked={asked} put={put} tables={tables} />
        <Print asked={asked} blank={tables.blank} />
      </Group>
      {chosen.transposes && (
        <Text size="sm" c="dimmed">
          {sound.tonic} as the {chosen.name} reads it.
        </Text>
      )}
      <MapPicture asked={asked} label={`On the ${chosen.name}`} />
    </Stack>
  );
}

interface AskedProps {
  asked: MapAsked;
}

/** Where the hand is, what it may do: what the map of a family can be asked. */
function Where({ asked, put, tables }: AskedProps & { put: (next: Fingering) => void; tables: Tables }) {
  const { fingering } = asked;
  const positions = useMap(asked).data?.positions ?? [];
  if (fingering.kind === "fretted")
    return (
      <Select
        label="Where"
        w="var(--field-m)"
        value={fingering.way === "position" ? `${fingering.low}` : ""}
        data={[
          { value: "", label: "the whole neck" },
          ...positions.map((low) => ({ value: `${low}`, label: `in position ${low}` })),
        ]}
        onChange={(low) =>
          put(low ? { ...fingering, way: "position", low: Number(low) } : { ...fingering, way: "free" })
        }
      />
    );
  if (fingering.kind === "keyboard")
    return (
      <Choice
        label="Hand"
        field="OnKeys.hand"
        w="var(--field-s)"
        value={fingering.hand}
        onChange={(hand) => put({ ...fingering, hand })}
      />
    );
  if (fingering.kind === "diatonic-harmonica")
    return (
      <>
        <Select
          label="A harp in"
          w="var(--field-s)"
          value={fingering.harp}
          data={tables.major_keys}
          onChange={(harp) => harp !== null && put({ ...fingering, harp })}
        />
        <Checkbox
          mb={8}
          label="Overblown and overdrawn notes"
          checked={fingering.overblows}
          onChange={(event) => put({ ...fingering, overblows: event.currentTarget.checked })}
        />
      </>
    );
  return null;
}

/** A page with the sound as notes and its map; of a neck the map of every position. */
function Print({ asked, blank }: AskedProps & { blank: Recipe }) {
  const { fingering } = asked;
  const every = fingering.kind === "fretted" && fingering.way === "position";
  const recipe: Recipe = {
    ...blank,
    sounds: { kind: "one", scale: asked.scale },
    keys: { ...blank.keys, order: "picked", picked: [asked.tonic] },
    player: { ...blank.player, instrument: asked.instrument, named_key: "written" },
    path: { ...blank.path, span: every ? "range" : "ends" },
    fingering: every ? { ...fingering, way: "positions", positions: [] } : fingering,
    spelling: { ...blank.spelling, maps: asked.shows },
  };
  return (
    <WriteButton
      variant="default"
      leftSection={<IconPrinter size={18} />}
      write={() => download("/api/files/pdf", recipe)}
      failed="The page was not written"
    >
      {every ? "Print every position" : "Print"}
    </WriteButton>
  );
}
