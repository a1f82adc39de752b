import { memo, use } from "react";
import type { Exercise, Phrase, Problem } from "../../api/types";
import { PhraseButton } from "../../parts/Sentence/PhraseButton";
import classes from "../../parts/Sentence/Sentence.module.css";
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
              <PhraseButton
                phrase={id}
                phraseKey={key}
                name={PHRASE_NAMES[id]}
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
