import { SegmentedControl } from "@mantine/core";
import type { AssignedPractice, Tables } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { LessonFields } from "../../../parts/practising/LessonFields";
import { standEditors } from "../../../parts/practising/standEditors";
import { problemsOf } from "../../../parts/problemAt";
import type { Editors } from "../../../parts/Sentence/SentenceForm";

/** How an assignment is practised, phrase by phrase: the stand opens like that. Without it, each player chooses. */
export function practiceEditors(
  practice: AssignedPractice | null,
  tables: Tables,
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
      onChange={(next) => onChange(next === "free" ? null : (practice ?? tables.fresh.practice))}
    />
  );
  if (practice === null) return { practice: how };
  const put = (change: Partial<AssignedPractice>) => onChange({ ...practice, ...change });
  const told = { problems: problemsOf(error), at: "/document/practice", word: "the player says so" };
  const stand = standEditors(practice, tables, put, told);
  return {
    practice: how,
    ...stand,
    curtain: () => (
      <>
        {stand.curtain()}
        {practice.curtain !== "all" && (
          <Amount
            label="From which day"
            field="AssignedPractice.curtain_from"
            value={practice.curtain_from}
            onChange={(curtain_from) => put({ curtain_from })}
          />
        )}
      </>
    ),
    lessons: () => <LessonFields lessons={practice.lessons} onChange={(lessons) => put({ lessons })} />,
  };
}
