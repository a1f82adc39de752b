import { Group, List, Select, Skeleton, Stack, Text } from "@mantine/core";
import type { Overview } from "../../api/types";
import { Dial } from "../../parts/Dial/Dial";
import { DayChart } from "./DayChart/DayChart";
import { usePractise } from "./usePractise";

interface SoundDialProps {
  overview: Overview | undefined;
  onSound: (sound: string) => void;
  /** What up to tempo means (BPM). */
  tempo: number;
}

/** The twelve sides of a sound filling as keys come up to tempo; what comes next; its tempo over time. */
export function SoundDial({ overview, onSound, tempo }: SoundDialProps) {
  const practise = usePractise();
  if (overview === undefined) return <Skeleton height={260} />;
  if (overview.sounds.length === 0)
    return <Text>No entries yet. Play at the stand, or add an entry above: it fills a side of the dial.</Text>;
  const { sides, sound, following, tempos, forms } = overview;
  return (
    <Group align="flex-start" gap="xl">
      <Stack gap="sm">
        <Select
          label="Sound"
          w="var(--field-m)"
          searchable
          value={sound}
          data={overview.sounds.map((one) => ({ value: one.sound, label: `${one.sound}, ${one.keys} of 12 keys` }))}
          onChange={(name) => name !== null && onSound(name)}
        />
        <Dial
          route={[]}
          names={sides.map(({ name }) => name)}
          ready={sides.map(({ ready }) => ready)}
          size={260}
          action="Practise"
          onSide={(key) => practise(sound, sides[key]?.name ?? "C", tempo)}
        />
        {forms !== null && (
          <Text size="xs" c="dimmed" maw="var(--panel-s)">
            It has {forms} distinct forms: keys that share one sound alike, and are still practised and counted each by
            itself.
          </Text>
        )}
      </Stack>
      <Stack gap="sm" flex={1} miw="18rem">
        <Text fw={600}>What comes next</Text>
        <List>
          {following.map(({ key, why }) => (
            <List.Item key={key}>{why}</List.Item>
          ))}
          {following.length === 0 && <List.Item>All twelve are up to {tempo}.</List.Item>}
        </List>
        {tempos.length > 1 && (
          <>
            <Text fw={600} mt="sm">
              The best tempo of each day
            </Text>
            <DayChart
              title="The best tempo of each day"
              unit="BPM"
              kind="line"
              points={tempos.map(({ day, tempo: best }) => ({ day, value: best }))}
            />
          </>
        )}
      </Stack>
    </Group>
  );
}
