import { Alert, Box, Group, Select, Skeleton, Stack } from "@mantine/core";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { useSound, useTables } from "../../api/queries";
import { Dial } from "../../parts/Dial/Dial";
import { pitchClass } from "../../parts/keys";
import { scaleOptions, soundAddress } from "../../parts/scales";
import { LaidOpen } from "./LaidOpen";
import classes from "./Sounds.module.css";

/** One sound at a time, laid open: large and calm, for a lesson. */
export function SoundsPage() {
  const { id = "ionian" } = useParams();
  const [search] = useSearchParams();
  const tonic = search.get("tonic") ?? "C";
  const navigate = useNavigate();
  const tables = useTables();
  const sound = useSound(id, tonic);
  const goTo = (scale: string, key: string) => void navigate(soundAddress(scale, key));
  const scale = tables.data?.scales.find((candidate) => candidate.id === id);
  const names = (scale?.colour === "minor" ? tables.data?.minor_keys : tables.data?.major_keys) ?? [];
  return (
    <Box className={classes.page}>
      <Group align="flex-start" gap="xl" wrap="nowrap">
        <Stack w={300} gap="lg" style={{ flexShrink: 0 }}>
          {tables.data && (
            <Select
              label="Sound"
              description="Found by any of its names, or by its degrees."
              data={scaleOptions(tables.data)}
              value={scale ? id : null}
              searchable
              allowDeselect={false}
              onChange={(next) => next !== null && goTo(next, tonic)}
            />
          )}
          {names.length > 0 && sound.data && (
            <Dial
              route={[pitchClass(sound.data.tonic)]}
              current={pitchClass(sound.data.tonic)}
              names={names}
              action="Put it on"
              size={290}
              onSide={(key) => goTo(id, names[key] ?? "C")}
            />
          )}
        </Stack>
        <Box flex={1} miw={0}>
          {sound.isError && (
            <Alert color="red" title="This sound could not be opened">
              {sound.error.message}
            </Alert>
          )}
          {sound.data === undefined && !sound.isError && <Skeleton height={320} aria-label="Opening the sound" />}
          {sound.data && !sound.isError && <LaidOpen sound={sound.data} use={scale?.use ?? ""} serves={scale?.serves ?? []} />}
        </Box>
      </Group>
    </Box>
  );
}
