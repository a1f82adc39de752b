import { Group, Switch } from "@mantine/core";
import type { Problem, StandWish, Tables } from "../../api/types";
import { Amount } from "../fields/Amount";
import { Choice } from "../fields/Choice";
import { BandFields } from "./BandFields";
import { LadderFields } from "./LadderFields";

interface Told {
  /** What is wrong, and where the wish stands in the document. */
  problems: readonly Problem[];
  at: string;
  /** Who says that it is done. */
  word: string;
}

/** How the stand is set, phrase by phrase. */
export function standEditors(
  wish: StandWish,
  { fresh }: Tables,
  put: (change: Partial<StandWish>) => void,
  { problems, at, word }: Told,
) {
  const { backing, curtain, gate, ladder, repeats, listens } = wish;
  return {
    backing: () => (
      <BandFields
        backing={backing}
        problems={problems}
        at={`${at}/backing`}
        onChange={(changed) => put({ backing: changed })}
      />
    ),
    curtain: () => (
      <Choice label="The stand shows" field="curtain" value={curtain} onChange={(next) => put({ curtain: next })} />
    ),
    repeats: () => (
      <Amount
        label="Times each key"
        field="RecipeStep.repeats"
        value={repeats}
        onChange={(next) => put({ repeats: next })}
      />
    ),
    gate: () => (
      <Group align="flex-end">
        <Choice
          label="Done when"
          field="Gate.kind"
          words={{ word }}
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
        checked={listens}
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
  };
}
