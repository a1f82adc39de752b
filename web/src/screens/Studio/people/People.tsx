import { Alert, Button, Group, Skeleton, Stack, Switch, Text } from "@mantine/core";
import { IconUserPlus } from "@tabler/icons-react";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { usePlayerActions, usePlayers } from "../../../api/studio";
import type { Player } from "../../../api/types";
import { offerUndo } from "../../../parts/Shelf/useRemoval";
import shelf from "../../../parts/Shelf/Shelf.module.css";
import { labelOf, useLoadedTables } from "../../../parts/tables";
import { tell } from "../../../parts/tell";
import { StudentLink } from "../links/StudentLink";
import { LessonView } from "../lesson/LessonView";
import { ProfileForm } from "./ProfileForm";

/** The players of the class: added, changed, archived and brought back. */
export function People() {
  const [archived, setArchived] = useState(false);
  const { data, error } = usePlayers(archived);
  const { archive, bringBack } = usePlayerActions();
  const [open, setOpen] = useState<Player | "new" | null>(null);
  const [search, setSearch] = useSearchParams();
  const lesson = Number(search.get("lesson") ?? 0);
  const show = (id: number) => setSearch({ show: "players", ...(id === 0 ? {} : { lesson: String(id) }) });
  if (lesson > 0) return <LessonView player={lesson} onClose={() => show(0)} />;
  const away = ({ id, profile }: Player) =>
    archive.mutateAsync(id).then(
      () => offerUndo(`“${profile.name}” is archived`, () => bringBack.mutateAsync(id)),
      (fault: unknown) => tell("That did not work", fault),
    );
  return (
    <Stack gap="sm">
      <Group justify="space-between">
        <Button leftSection={<IconUserPlus size={18} />} onClick={() => setOpen("new")}>
          Add a player
        </Button>
        <Switch
          label="Show archived"
          checked={archived}
          onChange={(event) => setArchived(event.currentTarget.checked)}
        />
      </Group>
      {error && (
        <Alert color="lamp" title="The players cannot be read">
          {error.message}
        </Alert>
      )}
      {data === undefined && !error && <Skeleton height={200} />}
      <ul className={shelf.list} aria-label="Players">
        {data?.map((player) => (
          <li key={player.id} className={shelf.row}>
            <div className={shelf.words}>
              <Text className={shelf.title}>{player.profile.name}</Text>
              <About player={player} />
            </div>
            {player.archived ? (
              <Button variant="default" onClick={() => void bringBack.mutateAsync(player.id)}>
                Restore
              </Button>
            ) : (
              <>
                <Button
                  variant="light"
                  aria-label={`Lesson with ${player.profile.name}`}
                  onClick={() => show(player.id)}
                >
                  Lesson
                </Button>
                <Button variant="default" aria-label={`Change ${player.profile.name}`} onClick={() => setOpen(player)}>
                  Change
                </Button>
                {player.id !== 1 && <StudentLink player={player.id} name={player.profile.name} />}
                {player.id !== 1 && (
                  <Button
                    variant="subtle"
                    aria-label={`Archive ${player.profile.name}`}
                    onClick={() => void away(player)}
                  >
                    Archive
                  </Button>
                )}
              </>
            )}
          </li>
        ))}
      </ul>
      {open !== null && <ProfileForm player={open === "new" ? null : open} onClose={() => setOpen(null)} />}
    </Stack>
  );
}

/** What is known of a player, in a line. */
function About({ player: { profile } }: { player: Player }) {
  const tables = useLoadedTables();
  const instrument = tables.instruments.find(({ id }) => id === profile.instrument)?.name ?? profile.instrument;
  const reads = labelOf(tables, "PlayerProfile.reading", profile.reading);
  const range = profile.lowest || profile.highest ? `${profile.lowest ?? "…"} to ${profile.highest ?? "…"}` : "";
  const tunes = profile.tunes.length > 0 ? `tunes in ${profile.tunes.join(", ")}` : "";
  const told = [
    instrument,
    range,
    `level ${profile.level}`,
    `plays ${reads}`,
    tunes,
    `${profile.minutes} minutes a day`,
  ];
  return (
    <Text size="sm" c="dimmed">
      {told.filter(Boolean).join(" · ")}
    </Text>
  );
}
