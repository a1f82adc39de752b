import { Group, MultiSelect, Select } from "@mantine/core";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import { scaleOptions } from "../../../parts/music/scales";
import { useLoadedTables } from "../../../parts/tables";
import { LISTENING } from "../panels/listeningWords";
import type { ListeningTo, SetSetting, StandSetting } from "../useStandSetting";

interface EarFieldsProps {
  setting: StandSetting;
  set: SetSetting;
  onChange: (ear: Partial<StandSetting["ear"]>) => void;
}

/** What the ear is asked. */
export function EarFields({ setting, set, onChange }: EarFieldsProps) {
  const tables = useLoadedTables();
  return (
    <Group align="flex-end">
      <Choice
        label="What is asked"
        field="EarSetting.kind"
        value={setting.ear.kind}
        onChange={(kind) => onChange({ kind })}
      />
      {setting.ear.kind === "sing" && (
        <Amount
          label="Notes"
          field="EarSetting.notes"
          value={setting.ear.notes}
          onChange={(notes) => onChange({ notes })}
        />
      )}
      {setting.ear.kind === "sing" && (
        <Select
          label="Who plays"
          value={setting.listening}
          data={LISTENING.filter(({ value }) => value !== "simulated" && value !== "nobody")}
          onChange={(listening) => set({ listening: listening as ListeningTo })}
        />
      )}
      {setting.ear.kind === "sound" && (
        <MultiSelect
          label="Among these sounds"
          placeholder="its neighbours"
          w="var(--panel-s)"
          searchable
          data={scaleOptions(tables, [])}
          value={setting.ear.sounds}
          onChange={(sounds) => onChange({ sounds })}
        />
      )}
      <Amount
        label="Questions"
        field="EarSetting.questions"
        value={setting.ear.questions}
        onChange={(many) => onChange({ questions: many })}
      />
      <Amount
        label="Another set"
        field="EarSetting.seed"
        value={setting.ear.seed}
        onChange={(seed) => onChange({ seed })}
      />
    </Group>
  );
}
