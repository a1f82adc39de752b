import { Group, Stack, Switch, Text } from "@mantine/core";
import type { AssignedPractice } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import { BandFields } from "../../../parts/practising/BandFields";
import { LadderFields } from "../../../parts/practising/LadderFields";
import { LessonFields } from "../../../parts/practising/LessonFields";
import { problemsOf } from "../../../parts/problemAt";
import { useLoadedTables } from "../../../parts/tables";

interface PracticeFieldsProps {
  practice: AssignedPractice | null;
  error: unknown;
  onChange: (practice: AssignedPractice | null) => void;
}

/** How an assignment is practised: the stand opens like that. Without it, each player chooses. */
export function PracticeFields({ practice, error, onChange }: PracticeFieldsProps) {
  const { fresh } = useLoadedTables();
  return (
    <Stack gap="sm">
      <Switch
        label="Say how it is practised"
        description="The stand opens like that: band, page, tempos, which keys by which lesson."
        checked={practice !== null}
        onChange={(event) => onChange(event.currentTarget.checked ? fresh.practice : null)}
      />
      {practice !== null && <Said practice={practice} error={error} onChange={onChange} />}
    </Stack>
  );
}

function Said({ practice, error, onChange }: PracticeFieldsProps & { practice: AssignedPractice }) {
  const { fresh } = useLoadedTables();
  const put = (change: Partial<AssignedPractice>) => onChange({ ...practice, ...change });
  const { backing, curtain, gate, ladder } = practice;
  return (
    <Stack gap="sm" pl="md">
      <BandFields
        backing={backing}
        problems={problemsOf(error)}
        at="/document/practice/backing"
        onChange={(changed) => put({ backing: changed })}
      />
      <Group align="flex-end">
        <Choice
          label="The stand shows"
          field="curtain"
          w="var(--field-m)"
          value={curtain}
          onChange={(next) => put({ curtain: next })}
        />
        {curtain !== "all" && (
          <Amount
            label="From which day"
            field="AssignedPractice.curtain_from"
            w="var(--field-s)"
            value={practice.curtain_from}
            onChange={(curtain_from) => put({ curtain_from })}
          />
        )}
        <Amount
          label="Times each key"
          field="AssignedPractice.repeats"
          w="var(--field-s)"
          value={practice.repeats}
          onChange={(repeats) => put({ repeats })}
        />
        <Choice
          label="Done when"
          field="Gate.kind"
          w="var(--field-m)"
          words={{ word: "the player says so" }}
          value={gate.kind}
          onChange={(kind) => put({ gate: { ...gate, kind } })}
        />
        {gate.kind === "takes" && (
          <Amount
            label="Clean takes of each key"
            field="Gate.takes"
            w="var(--field-m)"
            value={gate.takes}
            onChange={(takes) => put({ gate: { ...gate, takes } })}
          />
        )}
      </Group>
      <Group>
        <Switch
          label="The stand listens"
          checked={practice.listens}
          onChange={(event) => put({ listens: event.currentTarget.checked })}
        />
        <Switch
          label="Climb a tempo ladder"
          checked={ladder !== null}
          onChange={(event) => put({ ladder: event.currentTarget.checked ? fresh.ladder : null })}
        />
      </Group>
      {ladder !== null && <LadderFields ladder={ladder} words="" onChange={(changed) => put({ ladder: changed })} />}
      <LessonFields lessons={practice.lessons} onChange={(lessons) => put({ lessons })} />
      {problemsOf(error)
        .filter(({ pointer }) => pointer === "/document/practice")
        .map(({ message, cure }) => (
          <Text key={message} size="sm" c="lamp.9" role="alert">
            {message} {cure}
          </Text>
        ))}
    </Stack>
  );
}
