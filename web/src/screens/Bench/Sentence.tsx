import { FocusTrap, Popover, UnstyledButton } from "@mantine/core";
import { type ReactNode, useState } from "react";
import type { Exercise, Phrase, Problem, Recipe, Tables } from "../../api/types";
import classes from "./Bench.module.css";
import { CellPhrase } from "./phrases/FigurePhrase";
import { KeysPhrase } from "./phrases/KeysPhrase";
import { OuterPhrase, PlacementPhrase, TempoPhrase } from "./phrases/SmallPhrases";
import { PathPhrase } from "./phrases/PathPhrase";
import { PlayerPhrase } from "./phrases/PlayerPhrase";
import { SoundsPhrase } from "./phrases/SoundsPhrase";
import { phraseOf } from "./problems";

export interface PhraseProps {
  recipe: Recipe;
  tables: Tables;
  problems: readonly Problem[];
  /** The last recipe that worked, worked out. */
  exercise: Exercise | undefined;
  onChange: (recipe: Recipe) => void;
}

type PhraseId = Phrase["id"];

const EDITORS: Record<PhraseId, { name: string; Editor: (props: PhraseProps) => ReactNode }> = {
  figure: { name: "what is played", Editor: CellPhrase },
  sounds: { name: "the sound", Editor: SoundsPhrase },
  path: { name: "the path", Editor: PathPhrase },
  placement: { name: "the rhythm", Editor: PlacementPhrase },
  keys: { name: "the keys", Editor: KeysPhrase },
  outer: { name: "what comes first", Editor: OuterPhrase },
  player: { name: "the instrument", Editor: PlayerPhrase },
  tempo: { name: "the tempo", Editor: TempoPhrase },
};

/** Stands in until the first recipe is worked out. */
const UNSAID: Phrase[] = (["figure", "sounds", "path", "placement", "keys", "player", "tempo"] as const).map((id) => ({
  id,
  lead: id === "figure" ? "Take" : ",",
  text: EDITORS[id].name,
}));

/** The recipe as a sentence in which each phrase opens its choices. */
export function Sentence(props: PhraseProps) {
  const faulty = new Set(props.problems.map(phraseOf));
  return (
    <p className={classes.sentence} aria-label="The recipe as a sentence">
      {(props.exercise?.phrases ?? UNSAID).map((phrase) => (
        <span key={phrase.id}>
          {phrase.lead.startsWith(",") ? "" : " "}
          {phrase.lead} <PhraseControl phrase={phrase} faulty={faulty.has(phrase.id)} {...props} />
        </span>
      ))}
      .
    </p>
  );
}

function PhraseControl({ phrase, faulty, ...rest }: PhraseProps & { phrase: Phrase; faulty: boolean }) {
  const [open, setOpen] = useState(false);
  const { name, Editor } = EDITORS[phrase.id];
  return (
    <Popover opened={open} onChange={setOpen} position="bottom-start" shadow="md" withArrow returnFocus trapFocus width="auto">
      <Popover.Target>
        <UnstyledButton
          className={classes.phrase}
          aria-label={`${phrase.text}: change ${name}`}
          data-open={open || undefined}
          data-faulty={faulty || undefined}
          data-phrase={phrase.id}
          onClick={() => setOpen(!open)}
        >
          {phrase.text}
        </UnstyledButton>
      </Popover.Target>
      <Popover.Dropdown aria-label={`Change ${name}`} p="md" maw={560}>
        <FocusTrap.InitialFocus />
        <Editor {...rest} />
      </Popover.Dropdown>
    </Popover>
  );
}
