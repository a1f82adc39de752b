import { FocusTrap, Popover, UnstyledButton } from "@mantine/core";
import { type ReactNode, createContext, memo, use, useEffect, useMemo, useState } from "react";
import type { Phrase } from "../../api/types";
import classes from "./Bench.module.css";
import { Explained } from "./Explained";
import { CoursePhrase, EnclosurePhrase, LadderPhrase } from "./phrases/AboutPhrases";
import { CompanionsPhrase } from "./phrases/CompanionsPhrase";
import { FigurePhrase } from "./phrases/FigurePhrase";
import type { PhraseProps } from "./phrases/PhraseProps";
import { JoinsPhrase } from "./phrases/JoinsPhrase";
import { KeysPhrase } from "./phrases/KeysPhrase";
import { OuterPhrase, TempoPhrase } from "./phrases/SmallPhrases";
import { PathPhrase } from "./phrases/PathPhrase";
import { PlacementPhrase } from "./phrases/PlacementPhrase";
import { PlayerPhrase } from "./phrases/PlayerPhrase";
import { EtudePhrase } from "./phrases/rules/EtudePhrase";
import { Recalled, Where, makeRecall } from "./phrases/recall";
import { RulesPhrase } from "./phrases/rules/RulesPhrase";
import { Opening, keyOfPhrase } from "./phrases/rules/opening";
import { SoundsPhrase } from "./phrases/SoundsPhrase";
import { PHRASE_NAMES } from "./phraseNames";
import { problemAt } from "./problems";

type PhraseId = Phrase["id"];

const EDITORS: Record<PhraseId, (props: PhraseProps) => ReactNode> = {
  rules: RulesPhrase,
  etude: EtudePhrase,
  figure: FigurePhrase,
  ladder: LadderPhrase,
  enclosure: EnclosurePhrase,
  course: CoursePhrase,
  sounds: SoundsPhrase,
  path: PathPhrase,
  joins: JoinsPhrase,
  placement: PlacementPhrase,
  keys: KeysPhrase,
  outer: OuterPhrase,
  player: PlayerPhrase,
  companions: CompanionsPhrase,
  tempo: TempoPhrase,
};

/** A sentence of more signs is set smaller. */
const LONG = 190;

/** Stands in until the first recipe is worked out. */
const UNSAID: Phrase[] = (["figure", "sounds", "path", "placement", "keys", "player", "tempo"] as const).map((id) => ({
  id,
  lead: id === "figure" ? "Take" : ",",
  text: PHRASE_NAMES[id],
  place: null,
}));

const Work = createContext<PhraseProps | null>(null);

/** The recipe as a sentence in which each phrase opens its choices. */
export function Sentence(props: PhraseProps) {
  const faulty = (id: PhraseId, place: number | null) =>
    problemAt(props.problems, place === null ? `/${id}` : `/${id}/${place}`) !== undefined;
  const [recall] = useState(makeRecall);
  useEffect(() => recall.note(props.recipe), [recall, props.recipe]);
  const [wanted, setWanted] = useState("");
  const opening = useMemo(() => ({ wanted, open: setWanted }), [wanted]);
  const phrases = props.exercise?.phrases ?? UNSAID;
  const length = phrases.reduce((sum, { lead, text }) => sum + lead.length + text.length, 0);
  return (
    <Opening value={opening}>
      <Recalled value={recall}>
        <Work value={props}>
          <p className={classes.sentence} data-long={length > LONG || undefined} aria-label="The recipe as a sentence">
            {phrases.map(({ id, lead, text, place: of }, place) => (
              <span key={keyOfPhrase(id, of)}>
                {" "}
                {lead.replace(/^,\s*/, "")}{" "}
                <span className={classes.together}>
                  <PhraseControl id={id} place={of ?? undefined} text={text} faulty={faulty(id, of)} />
                  {place === phrases.length - 1 ? "." : phrases[place + 1]?.lead.startsWith(",") && ","}
                </span>
              </span>
            ))}
          </p>
        </Work>
      </Recalled>
    </Opening>
  );
}

interface PhraseControlProps {
  id: PhraseId;
  /** Which of several phrases of a kind. */
  place: number | undefined;
  text: string;
  /** Whether a problem lies in this phrase. */
  faulty: boolean;
}

/** One phrase; drawn anew only when its own words change, so that typing in one does not wait for the others. */
const PhraseControl = memo(function PhraseControl({ id, place, text, faulty }: PhraseControlProps) {
  const [pressed, setOpen] = useState(false);
  const { wanted, open: openNext } = use(Opening);
  const asked = wanted === keyOfPhrase(id, place ?? null);
  const open = pressed || asked;
  const name = PHRASE_NAMES[id];
  return (
    <Popover
      opened={open}
      onChange={(next) => {
        setOpen(next);
        if (asked) openNext("");
      }}
      position="bottom-start"
      width="auto"
      hideDetached={false}
    >
      <Popover.Target>
        <UnstyledButton
          className={classes.phrase}
          aria-label={`${text}: change ${name}`}
          data-open={open || undefined}
          data-faulty={faulty || undefined}
          data-phrase={id}
          onClick={() => {
            setOpen(!open);
            if (asked) openNext("");
          }}
        >
          {text}
        </UnstyledButton>
      </Popover.Target>
      <Popover.Dropdown aria-label={`Change ${name}`} p="md" maw={1010}>
        <FocusTrap.InitialFocus />
        <OpenEditor id={id} place={place} />
      </Popover.Dropdown>
    </Popover>
  );
});

function OpenEditor({ id, place }: { id: PhraseId; place: number | undefined }) {
  const work = use(Work);
  if (work === null) throw new Error("A phrase stands outside its sentence");
  const Editor = EDITORS[id];
  return (
    <>
      <Where value={id === "rules" ? `rules/${place}` : ""}>
        <Editor {...work} place={place} />
      </Where>
      <Explained recipe={work.recipe} phrase={id} />
    </>
  );
}
