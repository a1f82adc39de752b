import { Button, Group, List, Stack, Text } from "@mantine/core";
import { useWho } from "../../parts/Who";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { zone } from "../../api/dates";
import { readLogbook } from "../../api/files";
import { entriesChanged } from "../../api/logbook";
import type { ReadLogbook } from "../../api/types";
import { OpenFile } from "../../parts/files/FileControls";
import { useArrived } from "../../parts/files/useArrived";
import { Window } from "../../parts/Window";
import { tell } from "../../parts/tell";

interface Seen {
  file: File;
  read: ReadLogbook;
}

/** Entries out of a file: looked at first, doubles found, faulty rows told by line; then taken. */
export function FileIn() {
  const [player] = useWho();
  const queries = useQueryClient();
  const [seen, setSeen] = useState<Seen | null>(null);
  const look = async (file: File) => setSeen({ file, read: await readLogbook(file, player, zone(), false) });
  useArrived("logbook", look);
  const take = async ({ file }: Seen) => {
    try {
      await readLogbook(file, player, zone(), true);
      setSeen(null);
      await entriesChanged(queries);
    } catch (error) {
      tell("Nothing was taken", error);
    }
  };
  const fresh = seen ? seen.read.entries - seen.read.known : 0;
  return (
    <>
      <OpenFile label="Import" own={{ logbook: look }} />
      {seen && (
        <Window opened onClose={() => setSeen(null)} title={seen.file.name} size="lg">
          <Stack>
            <Text>
              {counted(seen.read.entries, "entry", "entries")}; {seen.read.known || "none"} of them there already.{" "}
              {seen.read.faults.length > 0 && `${counted(seen.read.faults.length, "row", "rows")} cannot be taken:`}
            </Text>
            {seen.read.faults.length > 0 && (
              <List size="sm">
                {seen.read.faults.map(({ line, message, cure }) => (
                  <List.Item key={line}>
                    Line {line}: {message} {cure}
                  </List.Item>
                ))}
              </List>
            )}
            <List size="sm">
              {seen.read.first.slice(0, 8).map((entry, place) => (
                <List.Item key={place}>
                  {entry.day}: {entry.what}, {entry.minutes} min{entry.known ? " (there already)" : ""}
                </List.Item>
              ))}
            </List>
            <Group justify="flex-end">
              <Button disabled={fresh === 0} onClick={() => void take(seen)}>
                Take {counted(fresh, "entry", "entries")}
              </Button>
            </Group>
          </Stack>
        </Window>
      )}
    </>
  );
}

/** "1 entry", "3 entries". */
const counted = (many: number, one: string, several: string) => `${many} ${many === 1 ? one : several}`;
