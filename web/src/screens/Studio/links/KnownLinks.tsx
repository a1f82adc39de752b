import { Anchor, Button, CopyButton, Group, Stack, Table, Text } from "@mantine/core";
import { Link } from "react-router";
import { dayOf, shortDay } from "../../../api/dates";
import type { NewShare, ShareLink } from "../../../api/types";
import { tell } from "../../../parts/tell";
import classes from "../Studio.module.css";

/** How sharing is turned on. */
export const SharingOff = () => (
  <Text>
    Sharing is off. Turn it on under{" "}
    <Anchor component={Link} to="/studio?show=house">
      Sharing and backup
    </Anchor>
    .
  </Text>
);

/** A link that was just made: whose it is, its code, its address to copy. */
export function NewLink({ made: { name, address, code } }: { made: NewShare }) {
  return (
    <Group wrap="nowrap" align="flex-start">
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
  );
}

interface KnownLinksProps {
  links: readonly ShareLink[];
  nameOf: (player: number) => string;
  onRevoke: (share: number) => Promise<unknown>;
}

/** The links there are, until when they open something, when they were last used; each can be revoked. */
export function KnownLinks({ links, nameOf, onRevoke }: KnownLinksProps) {
  if (links.length === 0) return null;
  const away = (share: number) => onRevoke(share).catch((error: unknown) => tell("That did not work", error));
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
        {links.map((link) => (
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
