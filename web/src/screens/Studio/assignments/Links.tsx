import { Button, CopyButton, Group, NumberInput, Stack, Table, Text } from "@mantine/core";
import { IconLink } from "@tabler/icons-react";
import { useState } from "react";
import { dayOf, shortDay } from "../../../api/dates";
import { useShares, useSharing, useSharingActions } from "../../../api/studio";
import type { AssignmentState, NewShare, ShareLink } from "../../../api/types";
import { tell } from "../../../parts/tell";
import { Window } from "../../../parts/Window";
import classes from "../Studio.module.css";

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
  if (!sharing.on)
    return (
      <Text>
        Sharing is off. Set a passphrase under “Sharing and moving”, then start the program with{" "}
        <code>dodecant serve --share</code>.
      </Text>
    );
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
      {fresh.map(({ id, name, address, code }) => (
        <Group key={id} wrap="nowrap" align="flex-start">
          <div
            className={classes.code}
            role="img"
            aria-label={`The code of ${name}`}
            dangerouslySetInnerHTML={{ __html: code }}
          />
          <Stack gap={4}>
            <Text fw={600}>{name}</Text>
            <Text className={classes.address}>{address}</Text>
            <CopyButton value={address}>
              {({ copied, copy }) => (
                <Button size="compact-sm" variant="default" onClick={copy} w="fit-content">
                  {copied ? "Copied" : "Copy"}
                </Button>
              )}
            </CopyButton>
          </Stack>
        </Group>
      ))}
      <Known kept={kept} />
    </Stack>
  );
}

/** The links there are, with when they were last used. */
function Known({ kept }: { kept: AssignmentState }) {
  const { data } = useShares(kept.id);
  const { revoke } = useSharingActions();
  if (data === undefined || data.length === 0) return null;
  const away = (share: number) =>
    revoke.mutateAsync({ id: kept.id, share }).catch((error: unknown) => tell("That did not work", error));
  const nameOf = (player: number) => kept.players.find((one) => one.player === player)?.name ?? "somebody";
  return (
    <Table>
      <Table.Thead>
        <Table.Tr>
          <Table.Th>For</Table.Th>
          <Table.Th>Opens until</Table.Th>
          <Table.Th>Last used</Table.Th>
          <Table.Th>
            <span className="mantine-visually-hidden">Revoke</span>
          </Table.Th>
        </Table.Tr>
      </Table.Thead>
      <Table.Tbody>
        {data.map((link) => (
          <Table.Tr key={link.id}>
            <Table.Td>{nameOf(link.player)}</Table.Td>
            <Table.Td>{link.revoked_at === null ? onDay(link.expires_at) : "revoked"}</Table.Td>
            <Table.Td>{link.used_at === null ? "never" : onDay(link.used_at)}</Table.Td>
            <Table.Td>
              {opens(link) && (
                <Button
                  size="compact-sm"
                  variant="subtle"
                  aria-label={`Revoke the link of ${nameOf(link.player)}`}
                  onClick={() => void away(link.id)}
                >
                  Revoke
                </Button>
              )}
            </Table.Td>
          </Table.Tr>
        ))}
      </Table.Tbody>
    </Table>
  );
}

const onDay = (moment: string) => shortDay(dayOf(new Date(moment)));
const opens = (link: ShareLink) => link.revoked_at === null && new Date(link.expires_at) > new Date();
