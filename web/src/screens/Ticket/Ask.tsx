import { Button, Group, Stack, Text, Textarea, Title } from "@mantine/core";
import { useTicketActions } from "../../api/ticket";
import type { Question } from "../../api/types";
import { useFormDraft } from "../../parts/documents/useFormDraft";
import { announce } from "../../parts/Announced";
import { tell } from "../../parts/tell";

/** One's questions with their answers, and a new one. */
export function Ask({ questions, assignment }: { questions: readonly Question[]; assignment: number }) {
  const { ask } = useTicketActions();
  const form = useFormDraft(`question.${assignment}`, 0, "");
  const text = form.value;
  const send = () =>
    ask.mutateAsync({ text, assignment }).then(
      () => {
        form.forget();
        announce("Your question is sent");
      },
      (error: unknown) => tell("It was not sent", error),
    );
  return (
    <Stack gap="sm" maw="var(--measure)">
      <Title order={2} size="h4">
        Questions
      </Title>
      {questions.map(({ id, text: asked, answer }) => (
        <div key={id}>
          <Text fw={600}>{asked}</Text>
          <Text c={answer === "" ? "dimmed" : undefined}>{answer === "" ? "No answer yet." : answer}</Text>
        </div>
      ))}
      <Group align="flex-end">
        <Textarea
          label="Ask your teacher"
          flex={1}
          autosize
          maxLength={2000}
          value={text}
          onChange={({ currentTarget }) => {
            const typed = currentTarget.value;
            form.set(() => typed);
          }}
        />
        <Button variant="default" loading={ask.isPending} disabled={text.trim() === ""} onClick={() => void send()}>
          Ask
        </Button>
      </Group>
    </Stack>
  );
}
