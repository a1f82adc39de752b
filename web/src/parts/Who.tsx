import { Select } from "@mantine/core";
import { useLocalStorage } from "@mantine/hooks";
import { MYSELF } from "../api/logbook";
import { usePlayers } from "../api/studio";

/** Whose plan and logbook are shown, kept in the browser. */
export function useWho() {
  return useLocalStorage<number>({ key: "dodecant.player", defaultValue: MYSELF, getInitialValueInEffect: false });
}

/** Chooses whose they are, where there are several. */
export function Who({ value, onChange }: { value: number; onChange: (player: number) => void }) {
  const { data } = usePlayers();
  if (data === undefined || data.length < 2) return null;
  return (
    <Select
      label="Player"
      w="var(--field-s)"
      data={data.map(({ id, profile }) => ({ value: String(id), label: profile.name }))}
      value={String(value)}
      onChange={(player) => player !== null && onChange(Number(player))}
    />
  );
}
