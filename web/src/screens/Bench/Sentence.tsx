import { UnstyledButton } from "@mantine/core";
import { memo, use } from "react";
import type { Exercise, Phrase, Problem } from "../../api/types";
import classes from "./Bench.module.css";
import { PHRASE_NAMES } from "./phraseNames";
import { Opening, keyOfPhrase } from "./phrases/rules/opening";
import { problemAt } from "./problems";

/** A sentence of more signs is set smaller. */
const LONG = 190;

/** Stands in until the first recipe is worked out. */
const UNSAID: Phrase[] = (["figure", "sounds", "path", "placement", "keys", "player", "tempo"] as const).map((id) => ({
  id,
  lead: id === "figure" ? "Take" : ",",
  text: PHRASE_NAMES[id],
  place: null,
}));

interface SentenceProps {
  exercise: Exercise | undefined;
  problems: readonly Problem[];
}

/** The recipe as a sentence in which each phrase opens its choices. */
export const Sentence = memo(function Sentence({ exercise, problems }: SentenceProps) {
  const { opened, open } = use(Opening);
  const faulty = (id: Phrase["id"], place: number | null) =>
    problemAt(problems, place === null ? `/${id}` : `/${id}/${place}`) !== undefined;
  const phrases = exercise?.phrases ?? UNSAID;
  const length = phrases.reduce((sum, { lead, text }) => sum + lead.length + text.length, 0);
  return (
    <p className={classes.sentence} data-long={length > LONG || undefined} aria-label="The recipe as a sentence">
      {phrases.map(({ id, lead, text, place: of }, place) => {
        const key = keyOfPhrase(id, of);
        return (
          <span key={key}>
            {" "}
            {lead.replace(/^,\s*/, "")}{" "}
            <span className={classes.together}>
              <PhraseControl
                id={id}
                name={key}
                text={text}
                faulty={faulty(id, of)}
                open={opened === key}
                onOpen={open}
              />
              {place === phrases.length - 1 ? "." : phrases[place + 1]?.lead.startsWith(",") && ","}
            </span>
          </span>
        );
      })}
    </p>
  );
});

interface PhraseControlProps {
  id: Phrase["id"];
  /** Its key; of several phrases of a kind each has its own. */
  name: string;
  text: string;
  /** Whether a problem lies in this phrase. */
  faulty: boolean;
  open: boolean;
  onOpen: (key: string) => void;
}

/** One phrase; drawn anew only when its own words change, so that typing in one does not wait for the others. */
const PhraseControl = memo(function PhraseControl({ id, name, text, faulty, open, onOpen }: PhraseControlProps) {
  const press = () => onOpen(open ? "" : name);
  return (
    <UnstyledButton
      component="span" // a phrase goes on on the next line, which a button cannot
      role="button"
      tabIndex={0}
      className={classes.phrase}
      aria-label={`${text}: change ${PHRASE_NAMES[id]}`}
      aria-expanded={open}
      data-open={open || undefined}
      data-faulty={faulty || undefined}
      data-phrase={id}
      data-key={name}
      onClick={press}
      onKeyDown={(event: React.KeyboardEvent) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        press();
      }}
    >
      {text}
    </UnstyledButton>
  );
});
