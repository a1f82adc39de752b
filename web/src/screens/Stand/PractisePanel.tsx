import { Checkbox, NumberInput, SegmentedControl, Select, Stack, Switch, Text, TextInput } from "@mantine/core";
import type { Rung, TempoLadder } from "../../api/types";
import { Amount } from "../../parts/fields/Amount";
import { Choice } from "../../parts/fields/Choice";
import { LISTENING } from "./listeningWords";
import type { ListeningTo, SetSetting, StandSetting } from "./useStandSetting";

interface PractisePanelProps {
  setting: StandSetting;
  set: SetSetting;
  rung: Rung | undefined;
}

/** How it is practised: who is listened to, whether the tempo climbs, whether one strip follows the other. */
export function PractisePanel({ setting, set, rung }: PractisePanelProps) {
  const { ladder } = setting;
  const put = (change: Partial<TempoLadder>) => set({ ladder: { ...ladder, ...change } });
  return (
    <Stack gap="sm" w="var(--panel-m)">
      <Select
        label="Listen to"
        value={setting.listening}
        data={LISTENING}
        onChange={(listening) => set({ listening: listening as ListeningTo })}
      />
      {setting.listening === "keys" && (
        <Text size="sm">
          Z to M are the degrees of the strip from its lowest root up, A to J an octave higher, Q to U two.
        </Text>
      )}
      {setting.listening === "simulated" && (
        <NumberInput
          label="Slips it makes"
          min={0}
          max={20}
          value={setting.slips}
          onChange={(slips) => typeof slips === "number" && set({ slips })}
        />
      )}
      {setting.listening === "microphone" && (
        <Text size="sm">
          Wear headphones, so that the band is not heard as your playing. Sound never leaves the page.
        </Text>
      )}
      {setting.listening !== "nobody" && setting.listening !== "simulated" && (
        <NumberInput
          label="Latency of the device, ms"
          description="How long after the hand the note arrives."
          min={0}
          max={500}
          value={setting.latency}
          onChange={(latency) => typeof latency === "number" && set({ latency })}
        />
      )}
      <Checkbox
        label="A note is right in any octave"
        checked={setting.octaveFree}
        onChange={(event) => set({ octaveFree: event.currentTarget.checked })}
      />
      <Checkbox
        label="The line is heard as well"
        checked={setting.line}
        onChange={(event) => set({ line: event.currentTarget.checked })}
      />
      <SegmentedControl
        aria-label="After a strip"
        value={setting.goesOn ? "on" : "wait"}
        data={[
          { value: "wait", label: "Each strip waits" },
          { value: "on", label: "One after the other" },
        ]}
        onChange={(value) => set({ goesOn: value === "on" })}
      />
      <Checkbox
        label="Speak the key before it comes"
        checked={setting.spoken}
        onChange={(event) => set({ spoken: event.currentTarget.checked })}
      />
      <Switch
        label="Climb a tempo ladder"
        checked={setting.climbs}
        onChange={(event) => set({ climbs: event.currentTarget.checked })}
      />
      {setting.climbs && (
        <>
          <Choice label="The ladder" field="TempoLadder.way" value={ladder.way} onChange={(way) => put({ way })} />
          {ladder.way === "fixed" ? (
            <TextInput
              label="Tempos"
              defaultValue={ladder.fixed.join(" ")}
              onBlur={(event) => {
                const fixed = event.currentTarget.value.split(/[\s,]+/).map(Number);
                if (fixed.every((tempo) => tempo >= 20 && tempo <= 320)) put({ fixed });
              }}
            />
          ) : (
            <>
              <Amount
                label="Begin at"
                description="0: as the hardest note value wants it."
                field="TempoLadder.begin"
                value={ladder.begin}
                onChange={(begin) => put({ begin, top: Math.max(ladder.top, begin) })}
              />
              {ladder.way === "takes" && (
                <>
                  <Amount label="Up by" field="TempoLadder.by" value={ladder.by} onChange={(by) => put({ by })} />
                  <Amount
                    label="After clean takes"
                    field="TempoLadder.after"
                    value={ladder.after}
                    onChange={(after) => put({ after })}
                  />
                  <Amount label="Top" field="TempoLadder.top" value={ladder.top} onChange={(top) => put({ top })} />
                </>
              )}
            </>
          )}
          {rung && <Text size="sm">{rung.words}</Text>}
          <Text size="xs" c="dimmed">
            Small steps. Stop when it hurts; pain that stays is for a doctor or a qualified teacher.
          </Text>
        </>
      )}
    </Stack>
  );
}
