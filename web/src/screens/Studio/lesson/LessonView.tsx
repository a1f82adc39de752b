import { Alert, Group, SimpleGrid, Skeleton, Stack, Text, Title } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { dayInWords, today } from "../../../api/dates";
import { fetched } from "../../../api/files";
import { useLesson } from "../../../api/lessons";
import { BackTo } from "../../../parts/BackTo";
import { WriteButton } from "../../../parts/files/FileControls";
import { LessonNotesForm } from "./LessonNotesForm";
import { Proposals } from "./Proposals";
import { SinceLast } from "./SinceLast";

/** The page of a lesson with one student: what was done since the last one, what to give next, what is written down. */
export function LessonView({ player, onClose }: { player: number; onClose: () => void }) {
  const { data: lesson, error } = useLesson(player);
  return (
    <Stack gap="md">
      <BackTo list="All players" onClose={onClose} />
      {error && (
        <Alert color="lamp" title="This lesson cannot be read">
          {error.message}
        </Alert>
      )}
      {lesson === undefined && !error && <Skeleton height={320} />}
      {lesson !== undefined && (
        <>
          <Group align="baseline">
            <Title order={2} size="h3" flex={1}>
              {lesson.name}, {dayInWords(lesson.day)}
            </Title>
            <WriteButton
              variant="default"
              leftSection={<IconPrinter size={18} />}
              write={() => fetched(`/api/players/${player}/lesson.pdf?today=${today()}`)}
              failed="The page was not written"
            >
              Print
            </WriteButton>
          </Group>
          {lesson.last !== null && (
            <Text c="dimmed">
              Last time, {dayInWords(lesson.last.day)}: {lesson.last.notes || "no notes."}
            </Text>
          )}
          <SimpleGrid cols={{ base: 1, md: 2 }} spacing="xl">
            <SinceLast lesson={lesson} />
            <Proposals lesson={lesson} player={player} />
          </SimpleGrid>
          <LessonNotesForm key={lesson.revision} lesson={lesson} player={player} />
        </>
      )}
    </Stack>
  );
}
