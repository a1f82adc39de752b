import { Alert, Box, Skeleton, Stack } from "@mantine/core";
import { useNavigate, useParams, useSearchParams } from "react-router";
import type { ScaleChoice } from "../../api/types";
import { Dial } from "../../parts/Dial/Dial";
import { pitchClass } from "../../parts/music/keys";
import { soundAddress } from "../../parts/music/scales";
import { useLoadedTables } from "../../parts/tables";
import { Finder } from "./Finder";
import { LaidOpen } from "./LaidOpen";
import { OwnScales } from "./OwnScales";
import { useSound } from "./queries";
import classes from "./Sounds.module.css";
import { Beside } from "../../parts/Beside/Beside";

/** The sound an address names: one of the catalogue, or one's own typed in the address. */
function useAddressed(): { scale: ScaleChoice; tonic: string } {
  const { id = "ionian" } = useParams();
  const [search] = useSearchParams();
  const tonic = search.get("tonic") ?? "C";
  const degrees = search.get("degrees");
  if (id !== "own" || degrees === null) return { scale: id, tonic };
  return { scale: { name: search.get("name") ?? "own scale", degrees }, tonic };
}

/** One sound at a time, laid open: large and calm, for a lesson. */
export function Component() {
  const { scale, tonic } = useAddressed();
  const navigate = useNavigate();
  const tables = useLoadedTables();
  const sound = useSound(scale, tonic);
  const goTo = (next: ScaleChoice, key: string) => void navigate(soundAddress(next, key));
  const row = tables.scales.find((candidate) => candidate.id === scale);
  const names = row?.colour === "minor" ? tables.minor_keys : tables.major_keys;
  return (
    <Box className={classes.page}>
      <title>{`${sound.data ? `${sound.data.tonic} ${sound.data.name}` : "Sounds"} · Dodecant`}</title>
      <Beside>
        <Stack w="var(--panel-s)" gap="lg" style={{ flexShrink: 0 }}>
          <Finder onFound={(found) => goTo(found.scale, found.tonic ?? tonic)} />
          {sound.data && (
            <Dial
              route={[pitchClass(sound.data.tonic)]}
              current={pitchClass(sound.data.tonic)}
              names={names}
              action="Root"
              size={260}
              onSide={(key) => goTo(scale, names[key] ?? "C")}
            />
          )}
          <OwnScales tonic={tonic} />
        </Stack>
        <Box flex={1} miw={0}>
          {sound.isError && (
            <Alert color="red" title="This sound could not be opened">
              {sound.error.message}
            </Alert>
          )}
          {sound.data === undefined && !sound.isError && (
            <Skeleton height={320} role="img" aria-label="Opening the sound" />
          )}
          {sound.data && !sound.isError && <LaidOpen sound={sound.data} tables={tables} />}
        </Box>
      </Beside>
    </Box>
  );
}
