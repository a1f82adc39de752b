import { Alert, Button, Group, List, PasswordInput, Stack, Switch, Text, Title } from "@mantine/core";
import { useQueryClient } from "@tanstack/react-query";
import { IconFileExport } from "@tabler/icons-react";
import { useState } from "react";
import { dayInWords, dayOf } from "../../api/dates";
import { fetched, lookAtArchive, takeArchive } from "../../api/files";
import { useSharing, useSharingActions } from "../../api/studio";
import type { ArchiveLook } from "../../api/types";
import { announce } from "../../parts/Announced";
import { OpenFile, WriteButton } from "../../parts/files/FileControls";
import { problemAt } from "../../parts/problemAt";
import { tell } from "../../parts/tell";
import { useArrived } from "../../parts/files/useArrived";
import { Window } from "../../parts/Window";

/** Whether others can come in, the passphrase, and moving house. */
export function House() {
  return (
    <Stack gap="xl" maw="var(--measure)">
      <SharingPart />
      <Moving />
    </Stack>
  );
}

function SharingPart() {
  const { data } = useSharing();
  const { turn: turning } = useSharingActions();
  const turn = (on: boolean) =>
    turning.mutate(on, {
      onSuccess: () => announce(on ? "Sharing is on" : "Sharing is off"),
      onError: (error) => tell("Sharing was not changed", error),
    });
  return (
    <Stack gap="sm">
      <Title order={2} size="h4">
        Sharing
      </Title>
      {data?.changes && (
        <Switch
          label="Let others on your network in"
          description={
            data.passphrase
              ? "Until the program ends. They come by links; your own screens open with the passphrase."
              : "Set a passphrase first: it opens your own screens."
          }
          disabled={!data.passphrase && !data.on}
          checked={data.on}
          onChange={(event) => turn(event.currentTarget.checked)}
        />
      )}
      {data?.on ? (
        <Text>
          Sharing is on: others on your network reach this program at{" "}
          {data.addresses.map((address, place) => (
            <span key={address}>
              {place > 0 && " or "}
              <code>{address}</code>
            </span>
          ))}
          . Links are made with each assignment, and for each player.
        </Text>
      ) : (
        <Text>Sharing is off: only this machine reaches the program.</Text>
      )}
      {data?.on && !data.address.startsWith("https://") && (
        <Text size="sm" c="dimmed">
          What goes over your network is not encrypted: whoever is on the same network could read it. The page on safety
          that comes with the program (docs/safety.md) says how to put it behind TLS.
        </Text>
      )}
      {data && <Passphrase there={data.passphrase} shared={data.on} />}
    </Stack>
  );
}

function Passphrase({ there, shared }: { there: boolean; shared: boolean }) {
  const { setPassphrase } = useSharingActions();
  const [present, setPresent] = useState("");
  const [passphrase, setWanted] = useState("");
  const { error } = setPassphrase;
  const keep = () =>
    setPassphrase.mutateAsync({ passphrase, present }).then(
      () => {
        setWanted("");
        setPresent("");
        announce("The passphrase is set");
      },
      () => undefined,
    );
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <Group align="flex-end">
        {there && shared && (
          <PasswordInput
            label="Current passphrase"
            w="var(--panel-s)"
            autoComplete="current-password"
            value={present}
            error={problemAt(error, "/present")}
            onChange={(event) => setPresent(event.currentTarget.value)}
          />
        )}
        <PasswordInput
          label={there ? "New passphrase" : "Passphrase"}
          description={there ? undefined : "ten letters or more"}
          w="var(--panel-s)"
          autoComplete="new-password"
          value={passphrase}
          error={problemAt(error, "/passphrase")}
          onChange={(event) => setWanted(event.currentTarget.value)}
        />
        <Button type="submit" variant="default" loading={setPassphrase.isPending} disabled={passphrase === ""}>
          Set the passphrase
        </Button>
      </Group>
    </form>
  );
}

const KINDS = ["documents", "players", "assignments", "entries", "takes"] as const;
const WORDS: Record<string, string> = {
  documents: "recipes and other documents",
  players: "players",
  assignments: "assignments",
  entries: "entries of logbooks",
  takes: "takes",
};

/** Everything into one file, and back: looked at before anything is replaced. */
function Moving() {
  const queries = useQueryClient();
  const [looked, setLooked] = useState<{ file: File; found: ArchiveLook } | null>(null);
  const [taking, setTaking] = useState(false);
  const look = async (file: File) => setLooked({ file, found: await lookAtArchive(file) });
  useArrived("archive", look);
  const take = async () => {
    if (looked === null) return;
    setTaking(true);
    try {
      await takeArchive(looked.file);
      await queries.invalidateQueries();
      announce("Everything is replaced");
      setLooked(null);
    } catch (error) {
      tell("Nothing was replaced", error);
    }
    setTaking(false);
  };
  return (
    <Stack gap="sm">
      <Title order={2} size="h4">
        Backup
      </Title>
      <Text>
        Everything (recipes, players, assignments, logbooks, plans) in one file, to keep, or to open on another machine.
      </Text>
      <Group>
        <WriteButton
          variant="default"
          leftSection={<IconFileExport size={18} />}
          write={() => fetched("/api/archive")}
          failed="The backup was not written"
        >
          Back up
        </WriteButton>
        <OpenFile label="Restore a backup" own={{ archive: look }} />
      </Group>
      <Window opened={looked !== null} onClose={() => setLooked(null)} title="Restore this backup?" size="36rem">
        {looked && (
          <Stack gap="sm">
            <Text>Written on {dayInWords(dayOf(new Date(looked.found.written_at)))}. It is sound, and it holds:</Text>
            <List>
              {KINDS.map((kind) => (
                <List.Item key={kind}>
                  {looked.found.holds[kind]} {WORDS[kind]} (here now: {looked.found.replaces[kind]})
                </List.Item>
              ))}
            </List>
            <Alert color="lamp" title="It replaces everything here">
              What is here now is copied aside first, beside the data file. Your passphrase stays.
            </Alert>
            <Group justify="flex-end">
              <Button variant="default" onClick={() => setLooked(null)}>
                Leave it
              </Button>
              <Button loading={taking} onClick={() => void take()}>
                Replace everything
              </Button>
            </Group>
          </Stack>
        )}
      </Window>
    </Stack>
  );
}
