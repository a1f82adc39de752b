import { Checkbox, Group, Slider, Stack, Text, TextInput } from "@mantine/core";
import type { Backing, Problem } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
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
  const error = (field: string) => problems.find(({ pointer }) => pointer === `/backing/${field}`)?.message;
  const put = (change: Partial<Backing>) => set({ backing: { ...backing, ...change } });
  return (
    <Stack gap="sm" w="var(--panel-l)">
      <Group grow align="flex-start">
        <Choice
          label="Harmony"
          field="Backing.harmony"
          value={backing.harmony}
          onChange={(harmony) => put({ harmony })}
        />
        {backing.harmony === "drone" && (
          <TextInput
            label="On degree"
            maxLength={4}
            value={backing.degree}
            error={error("degree")}
            onChange={(event) => put({ degree: event.currentTarget.value })}
          />
        )}
        {(backing.harmony === "chord" || backing.harmony === "two-chords") && (
          <TextInput
            label="Chord"
            description="A numeral of the key"
            maxLength={20}
            value={backing.first}
            error={error("first")}
            onChange={(event) => put({ first: event.currentTarget.value })}
          />
        )}
        {backing.harmony === "two-chords" && (
          <TextInput
            label="and"
            description="A numeral of the key"
            maxLength={20}
            value={backing.second}
            error={error("second")}
            onChange={(event) => put({ second: event.currentTarget.value })}
          />
        )}
      </Group>
      {backing.harmony === "drone" && (
        <Checkbox
          label="With its fifth"
          checked={backing.fifth}
          onChange={(event) => put({ fifth: event.currentTarget.checked })}
        />
      )}
      <Group grow align="flex-start">
        <Choice label="Bass" field="Backing.bass" value={backing.bass} onChange={(bass) => put({ bass })} />
        <Choice label="Chords" field="Backing.chords" value={backing.chords} onChange={(chords) => put({ chords })} />
        <Choice label="Time" field="Backing.time" value={backing.time} onChange={(time) => put({ time })} />
      </Group>
      <Group grow align="flex-start">
        <Choice label="Click" field="Backing.click" value={backing.click} onChange={(click) => put({ click })} />
        {backing.click === "bars" && (
          <Amount
            label="Bars from click to click"
            field="Backing.every"
            value={backing.every}
            onChange={(every) => put({ every })}
          />
        )}
        <Choice
          label="Count-in"
          field="Backing.count_in"
          value={backing.count_in}
          onChange={(count_in) => put({ count_in })}
        />
      </Group>
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
