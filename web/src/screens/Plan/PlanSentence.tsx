import { NumberInput, SimpleGrid, Text } from "@mantine/core";
import type { FormPhrase, PlanDocument } from "../../api/types";
import { Amount } from "../../parts/fields/Amount";
import { Choice } from "../../parts/fields/Choice";
import { DaysField } from "../../parts/fields/DayField";
import { KeyChips } from "../../parts/fields/KeyChips";
import { SentenceForm } from "../../parts/Sentence/SentenceForm";
import { labelOf, useLoadedTables } from "../../parts/tables";

const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

interface PlanSentenceProps {
  document: PlanDocument;
  phrases: readonly FormPhrase[];
  onChange: (change: Partial<PlanDocument>) => void;
}

/** What holds for every goal: minutes of each weekday, days off, keys of tunes, how a key comes back, time for slips. */
export function PlanSentence({ document, phrases, onChange }: PlanSentenceProps) {
  const tables = useLoadedTables();
  const setDay = (day: number, minutes: number) =>
    onChange({ minutes: document.minutes.map((one, other) => (other === day ? minutes : one)) });
  return (
    <SentenceForm
      label="The plan as a sentence"
      phrases={phrases}
      editors={{
        minutes: () => (
          <SimpleGrid cols={{ base: 2, sm: 4 }} spacing="sm">
            {WEEKDAYS.map((name, day) => (
              <NumberInput
                key={name}
                label={name}
                w="var(--field-s)"
                min={0}
                max={600}
                step={5}
                value={document.minutes[day] ?? 0}
                onChange={(value) => typeof value === "number" && value >= 0 && setDay(day, value)}
              />
            ))}
          </SimpleGrid>
        ),
        days_off: () => (
          <DaysField label="Days off" value={document.days_off} onChange={(days_off) => onChange({ days_off })} />
        ),
        tunes: () => (
          <KeyChips
            label="Keys of current tunes"
            order={tables.keys_by_fourths}
            value={document.tunes}
            onChange={(tunes) => onChange({ tunes })}
          />
        ),
        school: () => (
          <>
            <Choice
              label="A key comes"
              field="PlanDocument.school"
              value={document.school}
              onChange={(school) => onChange({ school })}
            />
            <Text size="sm" c="dimmed" maw="22rem">
              {labelOf(tables, "why this school", document.school)}
            </Text>
          </>
        ),
        mending: () => (
          <Amount
            label="Time for slips"
            description="of 100 minutes"
            field="PlanDocument.mending"
            value={document.mending}
            onChange={(mending) => onChange({ mending })}
          />
        ),
      }}
    />
  );
}
