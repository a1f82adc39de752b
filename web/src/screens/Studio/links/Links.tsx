import { Button, Group, NumberInput, Stack, Text } from "@mantine/core";
import { IconLink } from "@tabler/icons-react";
import { useState } from "react";
import { useShares, useSharing, useSharingActions } from "../../../api/studio";
import type { AssignmentState, NewShare } from "../../../api/types";
import { tell } from "../../../parts/tell";
import { Window } from "../../../parts/Window";
import { KnownLinks, NewLink, SharingOff } from "./KnownLinks";

/** Links and codes that open an assignment on a phone or a tablet: made, told once, listed and revoked. */
export function Links({ kept }: { kept: AssignmentState }) {
  const [opened, setOpened] = useState(false);
  return (
    <>
      <Button variant="default" leftSection={<IconLink size={18} />} onClick={() => setOpened(true)}>
        Links
      </Button>
      <Window opened={opened} onClose={() => setOpened(false)} title="Links that open the stand" size="52rem">
        {opened && <Made kept={kept} />}
      </Window>
    </>
  );
}

function Made({ kept }: { kept: AssignmentState }) {
  const sharing = useSharing().data;
  const { share } = useSharingActions();
  const [days, setDays] = useState(14);
  const [fresh, setFresh] = useState<NewShare[]>([]);
  const make = () =>
    share
      .mutateAsync({ id: kept.id, players: kept.players.map(({ player }) => player), days })
      .then(setFresh, (error: unknown) => tell("No links were made", error));
  if (sharing === undefined) return null;
  if (!sharing.on) return <SharingOff />;
  return (
    <Stack gap="md">
      <Group align="flex-end">
        <NumberInput
          label="They open for"
          description="days"
          w="8rem"
          min={1}
          max={366}
          value={days}
          onChange={(value) => typeof value === "number" && setDays(value)}
        />
        <Button loading={share.isPending} disabled={kept.players.length === 0} onClick={() => void make()}>
          Make a link for each player
        </Button>
      </Group>
      {fresh.length > 0 && (
        <Text size="sm">
          These addresses are shown only now; only their fingerprints are kept. Whoever has a link sees that player’s
          page and writes into that player’s logbook, and nothing else.
        </Text>
      )}
      {fresh.map((made) => (
        <NewLink key={made.id} made={made} />
      ))}
      <Known kept={kept} />
    </Stack>
  );
}

/** The links there are of an assignment. */
function Known({ kept }: { kept: AssignmentState }) {
  const { data } = useShares(kept.id);
  const { revoke } = useSharingActions();
  const nameOf = (player: number) => kept.players.find((one) => one.player === player)?.name ?? "somebody";
  return (
    <KnownLinks links={data ?? []} nameOf={nameOf} onRevoke={(share) => revoke.mutateAsync({ id: kept.id, share })} />
  );
}
