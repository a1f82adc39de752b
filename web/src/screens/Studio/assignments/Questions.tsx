import { Button, Group, Stack, Text, Textarea, Title } from "@mantine/core";
import { useAssignmentActions } from "../../../api/studio";
import type { AssignmentState, Question } from "../../../api/types";
import { useFormDraft } from "../../../parts/documents/useFormDraft";
import { announce } from "../../../parts/Announced";
import { tell } from "../../../parts/tell";
import classes from "../Studio.module.css";

/** The questions that came back, those without an answer first. */
export function Questions({ kept }: { kept: AssignmentState }) {
  const asked = kept.players.flatMap(({ name, questions }) => questions.map((question) => ({ name, question })));
  if (asked.length === 0) return null;
  const open = asked.filter(({ question }) => question.answer === "");
  const done = asked.filter(({ question }) => question.answer !== "");
  return (
    <Stack gap="sm">
      <Title order={2} size="h4">
        Questions
      </Title>
      {[...open, ...done].map(({ name, question }) => (
        <Asked key={question.id} id={kept.id} name={name} question={question} />
      ))}
    </Stack>
  );
}

function Asked({ id, name, question }: { id: number; name: string; question: Question }) {
  const { answer } = useAssignmentActions();
  const form = useFormDraft(`answer.${question.id}`, 0, question.answer);
  const text = form.value;
  const send = () =>
    answer.mutateAsync({ id, question: question.id, text }).then(
      () => {
        form.forget();
        announce(`${name} is answered`);
      },
      (error: unknown) => tell("The answer was not sent", error),
    );
  return (
    <Stack gap={4} className={classes.asked}>
      <Text>
        <b>{name}</b>: {question.text}
      </Text>
      <Group align="flex-end">
        <Textarea
          label={`Answer to ${name}`}
          flex={1}
          autosize
          maxLength={2000}
          value={text}
          onChange={({ currentTarget }) => {
            const typed = currentTarget.value;
            form.set(() => typed);
          }}
        />
        <Button
          variant="default"
          loading={answer.isPending}
          disabled={text.trim() === "" || text === question.answer}
          onClick={() => void send()}
        >
          {question.answer === "" ? "Answer" : "Answer again"}
        </Button>
      </Group>
    </Stack>
  );
}
