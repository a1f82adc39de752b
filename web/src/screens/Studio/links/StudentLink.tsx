import { Button, Group, Stack, Text } from "@mantine/core";
import { IconLink } from "@tabler/icons-react";
import { useState } from "react";
import { useSharing, useStudentLinkActions, useStudentLinks } from "../../../api/studio";
import type { NewShare } from "../../../api/types";
import { tell } from "../../../parts/tell";
import { Window } from "../../../parts/Window";
import { KnownLinks, NewLink, SharingOff } from "./KnownLinks";

/** A student's own link: all that is given to them, their plan, what they did. One press makes it and shows its code. */
export function StudentLink({ player, name }: { player: number; name: string }) {
  const [opened, setOpened] = useState(false);
  return (
    <>
      <Button
        variant="default"
        leftSection={<IconLink size={18} />}
        aria-label={`The link of ${name}`}
        onClick={() => setOpened(true)}
      >
        Link
      </Button>
      <Window opened={opened} onClose={() => setOpened(false)} title={`The link of ${name}`} size="46rem">
        {opened && <Made player={player} name={name} />}
      </Window>
    </>
  );
}

function Made({ player, name }: { player: number; name: string }) {
  const sharing = useSharing().data;
  const { data } = useStudentLinks(player);
  const { make, revoke } = useStudentLinkActions(player);
  const [fresh, setFresh] = useState<NewShare | null>(null);
  if (sharing === undefined) return null;
  if (!sharing.on) return <SharingOff />;
  const press = () => make.mutateAsync().then(setFresh, (error: unknown) => tell("No link was made", error));
  return (
    <Stack gap="md">
      <Text>
        It opens all that {name} was given, their plan and what they did, and writes into their logbook; nothing else.
        Links to single assignments go on working.
      </Text>
      <Group>
        <Button loading={make.isPending} onClick={() => void press()}>
          Make a link
        </Button>
      </Group>
      {fresh !== null && (
        <>
          <Text size="sm">This address is shown only now; only its fingerprint is kept.</Text>
          <NewLink made={fresh} />
        </>
      )}
      <KnownLinks links={data ?? []} nameOf={() => name} onRevoke={(share) => revoke.mutateAsync(share)} />
    </Stack>
  );
}
