import { Button, Group, Stack, Text, Textarea } from "@mantine/core";
import { usePlayerActions } from "../../../api/studio";
import type { Player, Profile } from "../../../api/types";
import { useFormDraft } from "../../../parts/documents/useFormDraft";
import { UnsavedForm } from "../../../parts/Saving/UnsavedForm";
import { announce } from "../../../parts/Announced";
import { problemAt } from "../../../parts/problemAt";
import { useLoadedTables } from "../../../parts/tables";
import { Window } from "../../../parts/Window";
import { PlayerSentence } from "./PlayerSentence";

interface ProfileFormProps {
  /** Who is changed; nobody for a new player. */
  player: Player | null;
  onClose: () => void;
}

/** Everything that is needed to fit a recipe to a player. What is wrong is told at its field; nothing typed is lost. */
export function ProfileForm({ player, onClose }: ProfileFormProps) {
  const tables = useLoadedTables();
  const blank: Profile = { ...tables.fresh.profile, name: "" };
  const form = useFormDraft(`player.${player?.id ?? "new"}`, player?.revision ?? 0, player?.profile ?? blank);
  const profile = form.value;
  const { add, change } = usePlayerActions();
  const { error, isPending } = player === null ? add : change;
  const put = (part: Partial<Profile>) => form.set((now) => ({ ...now, ...part }));
  const at = (field: string) => problemAt(error, `/profile/${field}`);
  const keep = async () => {
    if (player === null) await add.mutateAsync(profile);
    else await change.mutateAsync({ id: player.id, revision: player.revision, profile });
    form.forget();
    announce(`${profile.name} saved`);
    onClose();
  };
  const told = ["name", "instrument", "lowest", "highest", "tunes", "notes"].some((field) => at(field) !== undefined);
  return (
    <Window opened onClose={onClose} title={player?.profile.name ?? "New player"} size="46rem">
      <Stack gap="sm">
        <PlayerSentence profile={profile} at={at} onChange={put} />
        <Textarea
          label="Notes"
          description="for you alone"
          autosize
          minRows={2}
          maxLength={4000}
          value={profile.notes}
          error={at("notes")}
          onChange={(event) => put({ notes: event.currentTarget.value })}
        />
        {error && !told && (
          <Text c="lamp.9" role="alert">
            {error.message}
          </Text>
        )}
        <Group justify="flex-end">
          <UnsavedForm form={form} />
          <Button variant="default" onClick={onClose}>
            Close
          </Button>
          <Button
            loading={isPending}
            disabled={profile.name.trim() === ""}
            onClick={() => void keep().catch(() => undefined)}
          >
            Save
          </Button>
        </Group>
      </Stack>
    </Window>
  );
}
