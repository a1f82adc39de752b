import { Checkbox, Group, NumberInput, SegmentedControl, Select, Stack, Switch, Text } from "@mantine/core";
import type { Problem, Rounds, Rung } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import { LadderFields } from "../../../parts/practising/LadderFields";
import { MeasureLatency } from "./MeasureLatency";
import { RuleFields } from "./RuleFields";
import { LISTENING } from "./listeningWords";
import type { ListeningTo, SetSetting, StandSetting } from "../useStandSetting";

interface PractisePanelProps {
  setting: StandSetting;
  set: SetSetting;
  rung: Rung | undefined;
  /** The bars that are played (0: from the first, to the last), of so many. */
  bars: Rounds;
  onBars: (bars: Rounds) => void;
  most: number;
  problems: readonly Problem[];
}

/** How it is practised: who is listened to, which bars, how often, what happens at a slip, whether the tempo climbs. */
export function PractisePanel({ setting, set, rung, bars, onBars, most, problems }: PractisePanelProps) {
  const { listening, mode, rounds } = setting;
  const free = mode === "improvise";
  return (
    <Stack gap="sm" w="var(--panel-m)">
      {free && <RuleFields rule={setting.rule} onChange={(rule) => set({ rule })} problems={problems} />}
      <Select
        label="Who plays"
        value={listening}
        data={LISTENING}
        onChange={(one) => set({ listening: one as ListeningTo })}
      />
      <ListeningTold listening={listening} />
      {listening === "simulated" && !free && (
        <NumberInput
          label="Slips it makes (demo player)"
          min={0}
          max={20}
          value={setting.slips}
          onChange={(slips) => typeof slips === "number" && set({ slips })}
        />
      )}
      {(listening === "microphone" || listening === "midi" || listening === "keys") && (
        <MeasureLatency
          listening={listening}
          latency={setting.latencies[listening] ?? 0}
          onLatency={(latency) => set({ latencies: { ...setting.latencies, [listening]: latency } })}
        />
      )}
      {!free && (
        <>
          <Group grow align="flex-end">
            <Bar
              label="From bar"
              value={bars.first_bar}
              most={most}
              onChange={(first_bar) =>
                onBars({ ...bars, first_bar, last_bar: bars.last_bar && Math.max(bars.last_bar, first_bar) })
              }
            />
            <Bar
              label="to bar"
              value={bars.last_bar}
              most={most}
              onChange={(last_bar) =>
                onBars({ ...bars, last_bar, first_bar: last_bar ? Math.min(bars.first_bar, last_bar) : bars.first_bar })
              }
            />
          </Group>
          {listening === "nobody" ? (
            <Group grow align="flex-end">
              <Amount
                label="Times each strip"
                field="Rounds.repeats"
                value={rounds.repeats}
                onChange={(repeats) => set({ rounds: { ...rounds, repeats } })}
              />
              <Amount
                label="Rest on the root every"
                description="times (0: never)"
                field="Rounds.root_every"
                value={rounds.root_every}
                onChange={(root_every) => set({ rounds: { ...rounds, root_every } })}
              />
            </Group>
          ) : (
            <>
              <Choice
                label="After a slip"
                description="One school keeps the time, whatever happens; the other lets nothing wrong be practised."
                field="slip"
                value={setting.slip}
                onChange={(slip) => set({ slip })}
              />
              <Checkbox
                label="Ask first which degree it was"
                checked={setting.asks}
                onChange={(event) => set({ asks: event.currentTarget.checked })}
              />
              <Checkbox
                label="A note is right in any octave"
                checked={setting.octaveFree}
                onChange={(event) => set({ octaveFree: event.currentTarget.checked })}
              />
            </>
          )}
          <Checkbox
            label="Play the line too"
            checked={setting.line}
            onChange={(event) => set({ line: event.currentTarget.checked })}
          />
          <SegmentedControl
            aria-label="After each key"
            value={setting.goesOn ? "on" : "wait"}
            data={[
              { value: "wait", label: "Stop after each key" },
              { value: "on", label: "Play through" },
            ]}
            onChange={(value) => set({ goesOn: value === "on" })}
          />
        </>
      )}
      <Choice label="Bars left" field="bars left" value={setting.barsLeft} onChange={(barsLeft) => set({ barsLeft })} />
      <Checkbox
        label="Announce keys and cues aloud"
        checked={setting.spoken}
        onChange={(event) => set({ spoken: event.currentTarget.checked })}
      />
      {!free && (
        <>
          <Switch
            label="Climb a tempo ladder"
            checked={setting.climbs}
            onChange={(event) => set({ climbs: event.currentTarget.checked })}
          />
          {setting.climbs && (
            <LadderFields ladder={setting.ladder} onChange={(ladder) => set({ ladder })} words={rung?.words ?? ""} />
          )}
        </>
      )}
    </Stack>
  );
}

function Bar({
  label,
  value,
  most,
  onChange,
}: {
  label: string;
  value: number;
  most: number;
  onChange: (bar: number) => void;
}) {
  return (
    <NumberInput
      label={label}
      placeholder="all"
      min={1}
      max={most}
      allowDecimal={false}
      value={value || ""}
      onChange={(bar) => onChange(typeof bar === "number" ? Math.min(bar, most) : 0)}
    />
  );
}

function ListeningTold({ listening }: { listening: ListeningTo }) {
  const told: Partial<Record<ListeningTo, string>> = {
    keys: "Z to M are the degrees of the strip from its lowest root up, A to J an octave higher, Q to U two.",
    microphone: "Wear headphones, so that the band is not heard as your playing. Sound never leaves the page.",
    midi: "Its pedals help, too: the right one starts and stops, the left one goes to the next strip.",
  };
  return told[listening] ? <Text size="sm">{told[listening]}</Text> : null;
}
