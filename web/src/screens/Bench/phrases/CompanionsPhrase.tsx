import { ActionIcon, Checkbox, Group, Select, Stack, Text, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { useRef } from "react";
import type { Companion } from "../../../api/types";
import { Choice, useOffered } from "../../../parts/fields/Choice";
import { PitchLimit } from "../../../parts/fields/PitchLimit";
import { limitsOf, freshOf } from "../../../parts/tables";
import { labelOf } from "../../../parts/tables";
import { problemAt } from "../problems";
import type { PhraseProps } from "./PhraseProps";

/** What is played or sounds beside the line. */
export function CompanionsPhrase({ recipe, tables, problems, onChange }: PhraseProps) {
  const offered = useOffered("Companion.kind");
  const nameOf = (kind: Companion["kind"]) => labelOf(tables, "Companion.kind", kind);
  const { companions } = recipe;
  const adding = useRef<HTMLInputElement>(null);
  const set = (next: Companion[]) => onChange({ ...recipe, companions: next });
  const leaveOut = (place: number) => {
    set(companions.filter((_, index) => index !== place));
    adding.current?.focus(); // the button that was pressed goes
  };
  const add = (kind: string) => {
    const fresh = freshOf(tables.fresh.companions, kind);
    set([...companions, { ...fresh, written: fresh.written && !companions.some((one) => one.written) }]);
  };
  return (
    <Stack gap="sm" w="var(--panel-l)" role="group" aria-label="Add a part">
      {companions.map((companion, place) => (
        <Stack key={place} gap={6} role="group" aria-label={nameOf(companion.kind)}>
          <Group justify="space-between" wrap="nowrap">
            <Text fw={600} size="sm">
              {nameOf(companion.kind)}
            </Text>
            <Group gap="xs" wrap="nowrap">
              <Checkbox
                label="on a second staff"
                checked={companion.written}
                onChange={(event) => {
                  const written = event.currentTarget.checked;
                  set(
                    companions.map((one, index) => ({
                      ...one,
                      written: index === place ? written : one.written && !written,
                    })),
                  );
                }}
              />
              <ActionIcon
                variant="subtle"
                aria-label={`Leave out ${nameOf(companion.kind)}`}
                onClick={() => leaveOut(place)}
              >
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
        label="Add a part"
        description={`What the other hand plays, or only sounds with it. ${companions.length === 0 ? "Nothing yet." : "Add another."}`}
        disabled={companions.length >= limitsOf(tables, "Recipe.companions").most}
        value={null}
        data={offered}
        error={problemAt(
          problems.filter((one) => !one.pointer.startsWith("/companions/")),
          "/companions",
        )}
        onChange={(kind) => kind !== null && add(kind)}
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
          value={String(companion.octaves)}
          field="Doubling.octaves"
          onChange={(octaves) => onChange({ ...companion, octaves: Number(octaves) as typeof companion.octaves })}
        />
      );
    case "fifths":
      return (
        <Group align="flex-end">
          <Choice
            label="New chords come"
            value={companion.anticipated}
            field="Fifths.anticipated"
            onChange={(anticipated) => onChange({ ...companion, anticipated })}
          />
          <Checkbox
            mb={8}
            label="The fifth moves to the sixth and back"
            checked={companion.moving}
            onChange={(event) => onChange({ ...companion, moving: event.currentTarget.checked })}
          />
        </Group>
      );
    case "drone":
      return (
        <Group align="flex-end">
          <TextInput
            label="Degree of the key"
            w="var(--field-s)"
            maxLength={4}
            value={companion.degree}
            error={error}
            onChange={(event) => onChange({ ...companion, degree: event.currentTarget.value })}
          />
          <Checkbox
            mb={8}
            label="with its fifth"
            checked={companion.fifth}
            onChange={(event) => onChange({ ...companion, fifth: event.currentTarget.checked })}
          />
          <Choice
            label="Struck with each chord"
            value={companion.anticipated}
            field="Drone.anticipated"
            onChange={(anticipated) => onChange({ ...companion, anticipated })}
          />
        </Group>
      );
    case "vamp":
      return (
        <Stack gap={6}>
          <TextInput
            label="Chords"
            description="Numerals of the root (Im7 | IV7), or letters as if the root were C. Bars stretch with the note value."
            maxLength={400}
            value={companion.text}
            error={error}
            spellCheck={false}
            onChange={(event) => onChange({ ...companion, text: event.currentTarget.value })}
          />
          <Group grow>
            <Choice
              label="Form"
              value={companion.form}
              field="Vamp.form"
              onChange={(form) => onChange({ ...companion, form })}
            />
            <Choice
              label="Hand"
              value={companion.hand}
              field="Vamp.hand"
              onChange={(hand) => onChange({ ...companion, hand })}
            />
          </Group>
        </Stack>
      );
    case "voicings":
      return (
        <Stack gap={6}>
          <Choice
            label="Form"
            value={companion.form}
            field="Voicings.form"
            onChange={(form) => onChange({ ...companion, form })}
          />
          <Group grow>
            <Choice
              label="Hand"
              value={companion.hand}
              field="Voicings.hand"
              onChange={(hand) => onChange({ ...companion, hand })}
            />
            <Choice
              label="Placed"
              value={companion.anticipated}
              field="Voicings.anticipated"
              onChange={(anticipated) => onChange({ ...companion, anticipated })}
            />
          </Group>
          <Group grow align="flex-start">
            <PitchLimit
              label="Lowest note, as it sounds"
              description="Empty: where the hand lies."
              value={companion.lowest}
              onChange={(lowest) => onChange({ ...companion, lowest })}
            />
            <PitchLimit
              label="Highest note, as it sounds"
              description="Empty: where the hand lies."
              value={companion.highest}
              error={error}
              onChange={(highest) => onChange({ ...companion, highest })}
            />
          </Group>
        </Stack>
      );
  }
}
