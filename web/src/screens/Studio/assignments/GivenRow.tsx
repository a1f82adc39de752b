import { Button, Popover, Stack, Switch, Table, Text } from "@mantine/core";
import { useState } from "react";
import { useNavigate } from "react-router";
import { dayOf, shortDay } from "../../../api/dates";
import { download } from "../../../api/files";
import { useAssignmentActions, useOwnAssignment } from "../../../api/studio";
import type { AssignmentState, Fitted, Given, OwnAssignment } from "../../../api/types";
import { Dial } from "../../../parts/Dial/Dial";
import { putAssignmentOnStand } from "../../../parts/documents/onStand";
import { useWho } from "../../../parts/Who";
import { useLoadedTables } from "../../../parts/tables";
import { tell } from "../../../parts/tell";
import { WriteButton } from "../../../parts/files/FileControls";
import { lasting } from "../../../parts/lasting";

interface GivenRowProps {
  given: Given;
  kept: AssignmentState;
  /** Whether keys are named as the player reads them, not as they sound. */
  read: boolean;
}

/** What one player has done of an assignment, and what their page is like. */
export function GivenRow({ given, kept, read }: GivenRowProps) {
  const { major_keys, instruments } = useLoadedTables();
  const keyOf = (one: Given["keys"][number]) => (read ? one.key : one.sounding);
  const ready = major_keys.map((_, key) => given.keys.find((one) => keyOf(one) === key)?.ready ?? 0);
  const told = given.keys
    .map(({ name, concert, tempo: at }) => [read ? name : concert, ...(at === null ? [] : [at])].join(" "))
    .join(", ");
  return (
    <Table.Tr>
      <Table.Th scope="row">
        {given.name}
        <Text size="xs" c="dimmed">
          {instruments.find(({ id }) => id === given.instrument)?.name}
        </Text>
      </Table.Th>
      <Table.Td>
        {given.keys.length === 0 ? (
          <Text c="dimmed">none yet</Text>
        ) : (
          <>
            <Dial route={[]} names={major_keys} ready={ready} size={72} />
            <Text size="xs">{told}</Text>
          </>
        )}
      </Table.Td>
      <Table.Td>
        {given.minutes === 0 ? (
          <Text c="dimmed">not yet</Text>
        ) : (
          `${lasting(given.minutes)}, last ${shortDay(given.last ?? "")}`
        )}
      </Table.Td>
      <Table.Td>
        {given.notes === 0 ? "" : given.slips === 0 ? "none" : `${given.slips}: ${given.slipped.join(", ")}`}
      </Table.Td>
      <Table.Td>
        {given.opened_at === null ? <Text c="dimmed">not yet</Text> : shortDay(dayOf(new Date(given.opened_at)))}
      </Table.Td>
      <Table.Td>
        <TheirPage given={given} kept={kept} />
      </Table.Td>
    </Table.Tr>
  );
}

/** How the recipe was fitted to a player, and what would make it simpler. */
function TheirPage({ given, kept }: { given: Given; kept: AssignmentState }) {
  const [opened, setOpened] = useState(false);
  const { data, error } = useOwnAssignment(kept.id, given.player, given.simpler, opened);
  const { simplify } = useAssignmentActions();
  const [, setWho] = useWho();
  const navigate = useNavigate();
  const practise = (own: OwnAssignment) => {
    setWho(given.player);
    putAssignmentOnStand(own, kept.document.saved, kept.id);
    void navigate("/stand");
  };
  const turn = (name: string, on: boolean) => {
    const simpler = on ? [...given.simpler, name] : given.simpler.filter((one) => one !== name);
    simplify
      .mutateAsync({ id: kept.id, player: given.player, simpler })
      .catch((fault: unknown) => tell("That did not work", fault));
  };
  return (
    <Popover opened={opened} onChange={setOpened} width={360} position="bottom-end" trapFocus withinPortal>
      <Popover.Target>
        <Button
          size="compact-sm"
          variant="default"
          aria-label={`How ${given.name}’s page is adjusted`}
          onClick={() => setOpened((now) => !now)}
        >
          {given.simpler.length > 0 ? "Adjusted, simpler" : "Adjusted"}
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <Stack gap="xs">
          {data && (
            <Button size="compact-sm" onClick={() => practise(data)}>
              On the stand as {given.name}
            </Button>
          )}
          <PackButton given={given} kept={kept} />
          {error && <Text c="lamp.9">{error.message}</Text>}
          {data?.fits.map((fit, place) => (
            <FitTold key={place} fit={fit} many={data.fits.length > 1} onTurn={turn} />
          ))}
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}

interface FitToldProps {
  fit: Fitted;
  /** Whether it is one of several recipes. */
  many: boolean;
  onTurn: (name: string, on: boolean) => void;
}

/** Why a recipe is as it is for a player, what a teacher would remark, and what would make it simpler. */
function FitTold({ fit, many, onTurn }: FitToldProps) {
  return (
    <>
      {many && (
        <Text size="sm" fw={600}>
          {fit.recipe.title}
        </Text>
      )}
      {fit.reasons.length === 0 && <Text size="sm">It stays as it is.</Text>}
      {fit.reasons.map((reason) => (
        <Text key={reason} size="sm">
          {reason}
        </Text>
      ))}
      {fit.remarks.map((remark) => (
        <Text key={remark} size="sm" c="dimmed">
          {remark}
        </Text>
      ))}
      {fit.proposals.length > 0 && (
        <Text size="sm" fw={600}>
          What would make it simpler
        </Text>
      )}
      {fit.proposals.map(({ name, words, taken }) => (
        <Switch
          key={name}
          label={words}
          checked={taken}
          onChange={(event) => onTurn(name, event.currentTarget.checked)}
        />
      ))}
    </>
  );
}

/** One file that works offline, with pages, sound and a logbook that comes back. */
function PackButton({ given, kept }: { given: Given; kept: AssignmentState }) {
  return (
    <WriteButton
      size="compact-sm"
      variant="default"
      write={() => download(`/api/assignments/${kept.id}/packs/${given.player}`, {})}
      failed="The practice pack was not written"
    >
      Practice pack (one file, offline)
    </WriteButton>
  );
}
