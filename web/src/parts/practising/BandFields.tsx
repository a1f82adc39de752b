import { Checkbox, Group, TextInput } from "@mantine/core";
import type { Backing, Problem } from "../../api/types";
import { Amount } from "../fields/Amount";
import { Choice } from "../fields/Choice";

interface BandFieldsProps {
  backing: Backing;
  onChange: (backing: Backing) => void;
  /** What is wrong with it, where something is, and where it stands in the document. */
  problems: readonly Problem[];
  at: string;
}

/** Who plays along: harmony, bass, chords, time, click and count-in. */
export function BandFields({ backing, onChange, problems, at }: BandFieldsProps) {
  const error = (field: string) => problems.find(({ pointer }) => pointer === `${at}/${field}`)?.message;
  const chords = backing.harmony !== "drone" && backing.harmony !== "none"; // what bass and chords play
  const put = (change: Partial<Backing>) => onChange({ ...backing, ...change });
  return (
    <>
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
        {chords && (
          <>
            <Choice label="Bass" field="Backing.bass" value={backing.bass} onChange={(bass) => put({ bass })} />
            <Choice
              label="Chords"
              field="Backing.chords"
              value={backing.chords}
              onChange={(chords) => put({ chords })}
            />
          </>
        )}
        <Choice label="Time" field="Backing.time" value={backing.time} onChange={(time) => put({ time })} />
      </Group>
      <Group grow align="flex-start">
        <Choice label="Click" field="Backing.click" value={backing.click} onChange={(click) => put({ click })} />
        {backing.click === "bars" && (
          <Amount
            label="Bars between clicks"
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
    </>
  );
}
