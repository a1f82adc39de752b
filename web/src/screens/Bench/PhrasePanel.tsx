import { CloseButton, Group, Paper, Text } from "@mantine/core";
import { useWindowEvent } from "@mantine/hooks";
import { type ReactNode, memo, useEffect, useRef, useState } from "react";
import type { Phrase } from "../../api/types";
import { useBeforeEscape } from "../../parts/fields/useBeforeEscape";
import classes from "./Bench.module.css";
import { Explained } from "./Explained";
import { landOn } from "./following";
import { PHRASE_NAMES } from "./phraseNames";
import { CoursePhrase, EnclosurePhrase, LadderPhrase } from "./phrases/AboutPhrases";
import { CompanionsPhrase } from "./phrases/CompanionsPhrase";
import { FigurePhrase } from "./phrases/FigurePhrase";
import { FingeringPhrase } from "./phrases/FingeringPhrase";
import type { PhraseProps } from "./phrases/PhraseProps";
import { JoinsPhrase } from "./phrases/JoinsPhrase";
import { KeysPhrase } from "./phrases/KeysPhrase";
import { OuterPhrase, TempoPhrase } from "./phrases/SmallPhrases";
import { PathPhrase } from "./phrases/PathPhrase";
import { PlacementPhrase } from "./phrases/PlacementPhrase";
import { PlayerPhrase } from "./phrases/PlayerPhrase";
import { Recalled, Where, makeRecall } from "./phrases/recall";
import { EtudePhrase } from "./phrases/rules/EtudePhrase";
import { RulesPhrase } from "./phrases/rules/RulesPhrase";
import { idOfPhrase, keyOfPhrase } from "./phrases/rules/opening";
import { SoundsPhrase } from "./phrases/SoundsPhrase";

const EDITORS: Record<Phrase["id"], (props: PhraseProps) => ReactNode> = {
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
  fingering: FingeringPhrase,
  companions: CompanionsPhrase,
  tempo: TempoPhrase,
};

/** Where the panel comes up from the bottom: what it changes is shown above it. */
const SMALL = "(max-width: 62em)";
const ENTERED = "input:not([type=hidden]):not(:disabled), [role=combobox], button, [tabindex='0']";

interface PhrasePanelProps extends PhraseProps {
  /** The phrase that is open, by its key; empty for none. */
  opened: string;
  onClose: () => void;
}

/** The choices of one phrase, beside the strips that it changes: docked, or on small windows at the bottom. */
export const PhrasePanel = memo(function PhrasePanel({ opened, onClose, ...work }: PhrasePanelProps) {
  const [recall] = useState(makeRecall);
  useEffect(() => recall.note(work.recipe), [recall, work.recipe]);
  const panel = useRef<HTMLDivElement>(null);

  // The hand goes into the panel that opens, and to its phrase when it closes.
  const before = useRef(opened);
  useEffect(() => {
    if (opened !== "") {
      const entry = panel.current?.querySelector<HTMLElement>("[data-autofocus]");
      const field = entry ?? panel.current?.querySelector<HTMLElement>(`[data-panel] :is(${ENTERED})`);
      field?.focus({ preventScroll: true });
      const first = document.getElementById("strip-0");
      if (first && before.current === "" && window.matchMedia(SMALL).matches) landOn(first);
      if (field instanceof HTMLInputElement && ["numeric", "decimal"].includes(field.inputMode)) field.select();
    } else if (before.current !== "" && !document.activeElement?.matches("main *, header *")) {
      const phrase = document.querySelector<HTMLElement>(`[data-key="${before.current}"]`);
      (phrase ?? document.querySelector<HTMLElement>("[data-phrase=figure]"))?.focus();
    }
    before.current = opened;
  }, [opened]);

  const inList = useRef(false);
  useBeforeEscape((now) => {
    inList.current = now;
  });
  useWindowEvent("keydown", (event) => {
    const at = event.target as HTMLElement;
    if (event.key !== "Escape" || event.defaultPrevented || opened === "") return;
    const elsewhere = at.closest("[role=dialog], [role=menu]");
    if (!inList.current && (elsewhere === null || elsewhere === panel.current)) onClose();
  });

  if (opened === "") return null;
  const { id, place } = idOfPhrase(opened);
  const Editor = EDITORS[id];
  const name = `Change ${PHRASE_NAMES[id]}`;
  return (
    <Paper
      ref={panel}
      className={classes.panel}
      withBorder
      shadow="md"
      p="md"
      role="dialog"
      aria-label={name}
      tabIndex={-1}
    >
      <Group justify="space-between" wrap="nowrap" mb="xs">
        <Text fw={650} size="sm">
          {name}
        </Text>
        <CloseButton aria-label="Close" onClick={onClose} />
      </Group>
      <div data-panel key={opened}>
        <Recalled value={recall}>
          <Where value={id === "rules" ? `rules/${place}` : ""}>
            <Editor {...work} place={place} />
          </Where>
        </Recalled>
        <Explained recipe={work.recipe} phrase={id} />
      </div>
    </Paper>
  );
});

/** Whether a phrase is (still) in the sentence. */
export const isSaid = (phrases: readonly Phrase[], key: string) =>
  phrases.some(({ id, place }) => keyOfPhrase(id, place) === key);
