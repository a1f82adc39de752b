import { Group, Slider, Stack, Text } from "@mantine/core";
import type { Backing, Problem } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { BandFields } from "../../../parts/practising/BandFields";
import type { SetSetting, StandSetting } from "../useStandSetting";

interface BackingPanelProps {
  setting: StandSetting;
  set: SetSetting;
  /** What is wrong with it, where something is. */
  problems: readonly Problem[];
}

const LEVELS = [
  ["line", "The line"],
  ["band", "The band"],
  ["clicks", "Click"],
  ["drone", "Drone"],
] as const;

/** What sounds under the player, and how loud each is. */
export function BackingPanel({ setting, set, problems }: BackingPanelProps) {
  const { backing } = setting;
  const put = (change: Partial<Backing>) => set({ backing: { ...backing, ...change } });
  return (
    <Stack gap="sm" w="var(--panel-l)">
      <BandFields
        backing={backing}
        problems={problems}
        at="/backing"
        onChange={(changed) => set({ backing: changed })}
      />
      {LEVELS.map(([level, label]) => (
        <Group key={level} gap="sm" wrap="nowrap">
          <Text size="sm" w="5.5rem" id={`level-${level}`}>
            {label}
          </Text>
          <Slider flex={1} value={backing[level]} thumbLabel={label} onChange={(value) => put({ [level]: value })} />
        </Group>
      ))}
      <Amount
        label="Another bass line"
        description="Each number is another one."
        field="Backing.seed"
        value={backing.seed}
        onChange={(seed) => put({ seed })}
      />
      <Text size="xs" c="dimmed">
        In headphones: as soft as you still hear it well. Ears that ring want a rest, and a doctor if it stays.
      </Text>
    </Stack>
  );
}
