/** What each kind of figure, sound, ladder, course, enclosure and rhythm was last like: coming back to a kind brings it back. */
import { createContext, use } from "react";
import type { Recipe, What } from "../../../api/types";
import { kindOf } from "./soundsKinds";

interface Parts extends Pick<Recipe, "figure" | "ladder" | "course" | "enclosure" | "sounds"> {
  slots: string;
  what: What;
}
type Part = keyof Parts;

export interface Recall {
  /** What a part was when it last was of a kind; `where` tells a rule's parts from the recipe's own. */
  of: <P extends Part>(where: string, part: P, kind: string) => Parts[P] | undefined;
  /** Take note of a recipe. */
  note: (recipe: Recipe) => void;
}

/** Slots belong to a note value in a metre. */
export const clockOf = ({ value, metre }: Pick<Recipe["placement"], "value" | "metre">) => `${value} in ${metre}`;

export function makeRecall(): Recall {
  const seen = new Map<string, unknown>();
  const keep = (where: string, part: Part, kind: string, value: unknown) => seen.set(`${where}/${part}/${kind}`, value);
  const parts = (where: string, of: Partial<Pick<Recipe, "figure" | "ladder" | "course" | "enclosure">>) => {
    for (const [part, value] of Object.entries(of)) if (value) keep(where, part as Part, value.kind, value);
  };
  return {
    of: <P extends Part>(where: string, part: P, kind: string) =>
      seen.get(`${where}/${part}/${kind}`) as Parts[P] | undefined,
    note: ({ figure, ladder, course, enclosure, sounds, placement, rules }) => {
      parts("", { figure, ladder, course, enclosure });
      keep("", "sounds", kindOf(sounds), sounds);
      keep("", "slots", clockOf(placement), placement.slots);
      rules.forEach(({ what }, place) => {
        keep(`rules/${place}`, "what", what.kind, what);
        if (what.kind === "play" && what.figure)
          parts(`rules/${place}`, { figure: what.figure, ladder: what.ladder, enclosure: what.enclosure });
      });
    },
  };
}

export const Recalled = createContext<Recall>(makeRecall());
/** Where the parts stand that a panel changes: "rules/0" for the first rule, nothing for the recipe's own. */
export const Where = createContext("");

/** What a part of the panel at hand was when it last was of a kind. */
export function useRecall(): <P extends Part>(part: P, kind: string) => Parts[P] | undefined {
  const recall = use(Recalled);
  const where = use(Where);
  return (part, kind) => recall.of(where, part, kind);
}
