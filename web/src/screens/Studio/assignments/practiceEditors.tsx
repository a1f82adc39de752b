import { Group, SegmentedControl, Switch } from "@mantine/core";
import type { AssignedPractice, Tables } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import { BandFields } from "../../../parts/practising/BandFields";
import { LadderFields } from "../../../parts/practising/LadderFields";
import { LessonFields } from "../../../parts/practising/LessonFields";
import { problemsOf } from "../../../parts/problemAt";
import type { Editors } from "../../../parts/Sentence/SentenceForm";

/** How an assignment is practised, phrase by phrase: the stand opens like that. Without it, each player chooses. */
export function practiceEditors(
  practice: AssignedPractice | null,
  { fresh }: Tables,
  error: unknown,
  onChange: (practice: AssignedPractice | null) => void,
): Editors {
  const how = () => (
    <SegmentedControl
      aria-label="How it is practised"
      data={[
        { value: "free", label: "as they like" },
        { value: "set", label: "like this" },
      ]}
      value={practice === null ? "free" : "set"}
      onChange={(next) => onChange(next === "free" ? null : (practice ?? fresh.practice))}
    />
  );
  if (practice === null) return { practice: how };
  const put = (change: Partial<AssignedPractice>) => onChange({ ...practice, ...change });
  const { backing, curtain, gate, ladder } = practice;
  return {
    practice: how,
    backing: () => (
      <BandFields
        backing={backing}
        problems={problemsOf(error)}
        at="/document/practice/backing"
        onChange={(changed) => put({ backing: changed })}
      />
    ),
    curtain: () => (
      <Group align="flex-end">
        <Choice label="The stand shows" field="curtain" value={curtain} onChange={(next) => put({ curtain: next })} />
        {curtain !== "all" && (
          <Amount
            label="From which day"
            field="AssignedPractice.curtain_from"
            w="var(--field-s)"
            value={practice.curtain_from}
            onChange={(curtain_from) => put({ curtain_from })}
          />
        )}
      </Group>
    ),
    repeats: () => (
      <Amount
        label="Times each key"
        field="AssignedPractice.repeats"
        value={practice.repeats}
        onChange={(repeats) => put({ repeats })}
      />
    ),
    gate: () => (
      <Group align="flex-end">
        <Choice
          label="Done when"
          field="Gate.kind"
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
    ),
    listens: () => (
      <Switch
        label="The stand listens"
        checked={practice.listens}
        onChange={(event) => put({ listens: event.currentTarget.checked })}
      />
    ),
    ladder: () => (
      <>
        <Switch
          label="Climb a tempo ladder"
          checked={ladder !== null}
          onChange={(event) => put({ ladder: event.currentTarget.checked ? fresh.ladder : null })}
        />
        {ladder !== null && <LadderFields ladder={ladder} words="" onChange={(changed) => put({ ladder: changed })} />}
      </>
    ),
    lessons: () => <LessonFields lessons={practice.lessons} onChange={(lessons) => put({ lessons })} />,
  };
}
