import { Button, Group, Popover, Stack, Text } from "@mantine/core";
import { Fragment, type ReactNode, useEffect, useRef, useState } from "react";
import type { FormPhrase } from "../../api/types";
import { FieldsPopover } from "../fields/FieldsPopover";
import { PhraseButton } from "./PhraseButton";
import classes from "./Sentence.module.css";

/** What each phrase opens, by its id; a phrase that opens nothing is plain text. */
export type Editors = Partial<Record<string, () => ReactNode>>;

/** Whether a key ends what is typed in a field of one line; a list takes Enter for itself. */
const isSaid = (key: string, field: EventTarget) =>
  key === "Enter" && field instanceof HTMLInputElement && field.type === "text" && !field.hasAttribute("aria-haspopup");

interface SentenceFormProps {
  /** What the sentence is about, for those who do not see it. */
  label: string;
  phrases: readonly FormPhrase[];
  editors: Editors;
  /** What is wrong in a phrase. */
  problem?: (id: string) => string | undefined;
  /** The phrase that stands open at first. */
  begin?: string | undefined;
  /** What is done with the whole, at its end. */
  actions?: ReactNode;
}

/** A form that reads as a sentence: each phrase opens its fields, and what is not said can be added. */
export function SentenceForm({ label, phrases, editors, problem, begin = "", actions }: SentenceFormProps) {
  const [opened, setOpened] = useState(begin);
  // What is being said stands in the sentence from the first letter on, and until it is left.
  const said = phrases.filter((one) => one.said || one.id === opened);
  const unsaid = phrases.filter((one) => !said.includes(one) && editors[one.id]);
  const form = useRef<HTMLDivElement>(null);
  const before = useRef(opened);
  useEffect(() => {
    const left = before.current;
    before.current = opened;
    // The hand goes back to the phrase, wherever it stands now, unless it went elsewhere.
    if (opened === "" && left !== "" && document.activeElement?.matches("body, [role=dialog] *, [role=dialog]"))
      form.current?.querySelector<HTMLElement>(`[data-phrase="${left}"]`)?.focus();
  }, [opened]);
  const fields = (phrase: FormPhrase, target: ReactNode) => (
    <FieldsPopover
      opened={opened === phrase.id}
      onChange={(open) => !open && setOpened("")}
      position="bottom-start"
      trapFocus
      returnFocus={false}
      withinPortal
      shadow="md"
    >
      <Popover.Target>{target}</Popover.Target>
      <Popover.Dropdown
        maw="calc(100vw - 32px)"
        aria-label={`Change ${phrase.name}`}
        onKeyDown={(event) => {
          if (!isSaid(event.key, event.target)) return;
          event.preventDefault(); // or it would press what the hand comes back to
          setOpened("");
        }}
      >
        <Stack gap="sm">
          {editors[phrase.id]?.()}
          {problem?.(phrase.id) !== undefined && (
            <Text size="sm" c="lamp.9" role="alert">
              {problem(phrase.id)}
            </Text>
          )}
        </Stack>
      </Popover.Dropdown>
    </FieldsPopover>
  );
  return (
    <div ref={form}>
      <p className={classes.sentence} data-small aria-label={label}>
        {said.map((phrase, place) => (
          <Fragment key={phrase.id}>
            {" "}
            {phrase.lead.replace(/^[,;:]\s*/, "")}{" "}
            <span className={classes.together}>
              {editors[phrase.id] ? (
                fields(
                  phrase,
                  <PhraseButton
                    phrase={phrase.id}
                    phraseKey={phrase.id}
                    name={phrase.name}
                    text={phrase.text || "…"}
                    faulty={problem?.(phrase.id) !== undefined}
                    open={opened === phrase.id}
                    onOpen={setOpened}
                  />,
                )
              ) : (
                <span className={classes.plain}>{phrase.text}</span>
              )}
              {said[place + 1] === undefined ? "." : /^[,;:]/.exec(said[place + 1]?.lead ?? "")?.[0]}
            </span>
          </Fragment>
        ))}
      </p>
      {(unsaid.length > 0 || actions) && (
        <Group gap={4} className={classes.unsaid}>
          {unsaid.length > 0 && (
            <Group gap={0} role="group" aria-label="What can be added">
              <Text size="sm" c="dimmed">
                Add:
              </Text>
              {unsaid.map((phrase) => (
                <Fragment key={phrase.id}>
                  {fields(
                    phrase,
                    <Button
                      size="compact-sm"
                      variant="subtle"
                      data-phrase={phrase.id}
                      aria-expanded={opened === phrase.id}
                      onClick={() => setOpened(opened === phrase.id ? "" : phrase.id)}
                    >
                      {phrase.name}
                    </Button>,
                  )}
                </Fragment>
              ))}
            </Group>
          )}
          {actions}
        </Group>
      )}
    </div>
  );
}
