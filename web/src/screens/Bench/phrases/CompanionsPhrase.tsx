import { ActionIcon, Checkbox, Group, Select, Stack, Text, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { useRef } from "react";
import type { Companion } from "../../../api/types";
import { Choice } from "../../../parts/Choice";
import { problemAt } from "../problems";
import type { PhraseProps } from "./PhraseProps";

const MOST = 3;
const NAMES: Record<Companion["kind"], string> = {
  octaves: "the line in octaves",
  fifths: "open fifths",
  drone: "a drone",
  voicings: "voicings of the chords",
};
const FIRST: { [K in Companion["kind"]]: Extract<Companion, { kind: K }> } = {
  octaves: { kind: "octaves", octaves: -1, written: true },
  fifths: { kind: "fifths", moving: false, written: true },
  drone: { kind: "drone", degree: "1", fifth: false, written: false },
  voicings: { kind: "voicings", form: "rootless", hand: "left", anticipated: "no", written: true },
};

/** What is played or sounds beside the line. */
export function CompanionsPhrase({ recipe, problems, onChange }: PhraseProps) {
  const { companions } = recipe;
  const adding = useRef<HTMLInputElement>(null);
  const set = (next: Companion[]) => onChange({ ...recipe, companions: next });
  const leaveOut = (place: number) => {
    set(companions.filter((_, index) => index !== place));
    adding.current?.focus(); // the button that was pressed goes
  };
  const add = (kind: Companion["kind"]) => {
    const written = companions.some((one) => one.written);
    set([...companions, { ...FIRST[kind], written: FIRST[kind].written && !written }]);
  };
  return (
    <Stack gap="sm" w={470} role="group" aria-label="Beside the line">
      {companions.map((companion, place) => (
        <Stack key={place} gap={6} role="group" aria-label={NAMES[companion.kind]}>
          <Group justify="space-between" wrap="nowrap">
            <Text fw={600} size="sm">
              {NAMES[companion.kind]}
            </Text>
            <Group gap="xs" wrap="nowrap">
              <Checkbox
                label="on a second staff"
                checked={companion.written}
                onChange={(event) => {
                  const written = event.currentTarget.checked;
                  set(companions.map((one, index) => ({ ...one, written: index === place ? written : one.written && !written })));
                }}
              />
              <ActionIcon variant="subtle" aria-label={`Leave out ${NAMES[companion.kind]}`} onClick={() => leaveOut(place)}>
                <IconX size={16} />
              </ActionIcon>
            </Group>
          </Group>
          <Fields
            companion={companion}
            error={problemAt(problems, `/companions/${place}`)}
            onChange={(changed) => set(companions.map((one, index) => (index === place ? changed : one)))}
          />
        </Stack>
      ))}
      <Select
        ref={adding}
        label="Beside the line"
        description="What the other hand plays, or only sounds with it."
        placeholder={companions.length === 0 ? "nothing" : "add another"}
        disabled={companions.length >= MOST}
        value={null}
        data={Object.entries(NAMES).map(([value, label]) => ({ value, label }))}
        error={problemAt(problems.filter((one) => !one.pointer.startsWith("/companions/")), "/companions")}
        comboboxProps={{ withinPortal: false }}
        onChange={(kind) => kind !== null && add(kind as Companion["kind"])}
      />
    </Stack>
  );
}

interface FieldsProps {
  companion: Companion;
  error?: string;
  onChange: (companion: Companion) => void;
}

function Fields({ companion, error, onChange }: FieldsProps) {
  switch (companion.kind) {
    case "octaves":
      return (
        <Choice
          label="How far"
          value={String(companion.octaves) as "-2" | "-1" | "1" | "2"}
          choices={{ "-2": "two octaves lower", "-1": "an octave lower", "1": "an octave higher", "2": "two octaves higher" }}
          onChange={(octaves) => onChange({ ...companion, octaves: Number(octaves) as typeof companion.octaves })}
        />
      );
    case "fifths":
      return (
        <Checkbox
          label="The fifth moves to the sixth and back, beat by beat"
          checked={companion.moving}
          onChange={(event) => onChange({ ...companion, moving: event.currentTarget.checked })}
        />
      );
    case "drone":
      return (
        <Group align="flex-end">
          <TextInput label="Degree of the key" w={120} maxLength={4} value={companion.degree} error={error} onChange={(event) => onChange({ ...companion, degree: event.currentTarget.value })} />
          <Checkbox mb={8} label="with its fifth" checked={companion.fifth} onChange={(event) => onChange({ ...companion, fifth: event.currentTarget.checked })} />
        </Group>
      );
    case "voicings":
      return (
        <Group grow>
          <Choice label="Form" value={companion.form} choices={{ shell: "shells: root, 3, 7", rootless: "rootless: 3 5 7 9" }} onChange={(form) => onChange({ ...companion, form })} />
          <Choice label="Hand" value={companion.hand} choices={{ left: "left", right: "right" }} onChange={(hand) => onChange({ ...companion, hand })} />
          <Choice
            label="Placed"
            value={companion.anticipated}
            choices={{ no: "on the beat", eighth: "an eighth early", sixteenth: "a sixteenth early" }}
            onChange={(anticipated) => onChange({ ...companion, anticipated })}
          />
        </Group>
      );
  }
}
