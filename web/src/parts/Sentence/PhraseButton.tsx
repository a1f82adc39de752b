import { UnstyledButton } from "@mantine/core";
import { type AriaAttributes, type Ref, memo } from "react";
import classes from "./Sentence.module.css";

interface PhraseButtonProps extends AriaAttributes {
  /** What a popover that it opens gives it. */
  id?: string;
  /** Which phrase it is. */
  phrase: string;
  /** Of several phrases of a kind each has its own. */
  phraseKey: string;
  /** What it changes: "the keys". */
  name: string;
  text: string;
  /** Whether a problem lies in this phrase. */
  faulty: boolean;
  open: boolean;
  onOpen: (key: string) => void;
  ref?: Ref<HTMLDivElement>;
}

/** One phrase of a sentence; drawn anew only when its own words change, so that typing in one does not wait for others. */
export const PhraseButton = memo(function PhraseButton(props: PhraseButtonProps) {
  const { phrase, phraseKey, name, text, faulty, open, onOpen, ...target } = props;
  const press = () => onOpen(open ? "" : phraseKey);
  return (
    <UnstyledButton
      {...target}
      component="span" // a phrase goes on on the next line, which a button cannot
      role="button"
      tabIndex={0}
      className={classes.phrase}
      aria-label={`${text}: change ${name}`}
      aria-expanded={open}
      data-open={open || undefined}
      data-faulty={faulty || undefined}
      data-phrase={phrase}
      data-key={phraseKey}
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
