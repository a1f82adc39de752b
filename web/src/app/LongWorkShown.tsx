import { Affix, Button, Group, Paper, Progress, Stack, Text } from "@mantine/core";
import { useSyncExternalStore } from "react";
import { longWork } from "../api/jobs";

/** What the server works on for longer than a moment: how far it is, and a way to stop it. */
export function LongWorkShown() {
  const all = useSyncExternalStore(longWork.listen, longWork.now);
  if (all.length === 0) return null;
  const counted = all.filter(({ parts }) => parts > 0);
  const others = all.filter(({ parts }) => parts === 0);
  const stopOthers = () => others.forEach(({ stop }) => stop());
  const shown = others[0] ? [...counted, { ...others[0], stop: stopOthers }] : counted;
  return (
    <Affix position={{ bottom: 16, right: 16 }}>
      <Stack gap="xs" role="status">
        {shown.map(({ job, parts_done, parts, stop }) => {
          const told = parts > 0 ? `Strip ${Math.min(parts_done + 1, parts)} of ${parts}` : "This takes a moment";
          return (
            <Paper key={job} withBorder shadow="md" p="sm" w="var(--panel-s)">
              <Group justify="space-between" mb={6} wrap="nowrap">
                <Text size="sm">{told}</Text>
                <Button size="compact-sm" variant="default" onClick={stop}>
                  Stop
                </Button>
              </Group>
              <Progress
                aria-label={told}
                value={parts > 0 ? (100 * parts_done) / parts : 100}
                animated={parts === 0}
                striped={parts === 0}
              />
            </Paper>
          );
        })}
      </Stack>
    </Affix>
  );
}
