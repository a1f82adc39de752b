import { Button, Group, Select, SimpleGrid, Stack, Text, TextInput, Textarea } from "@mantine/core";
import { usePlayerActions } from "../../../api/studio";
import type { Player, Profile } from "../../../api/types";
import { useFormDraft } from "../../../parts/documents/useFormDraft";
import { UnsavedForm } from "../../../parts/Saving/UnsavedForm";
import { announce } from "../../../parts/Announced";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import { KeyChips } from "../../../parts/fields/KeyChips";
import { PitchLimit } from "../../../parts/fields/PitchLimit";
import { bySection } from "../../../parts/music/instruments";
import { problemAt } from "../../../parts/problemAt";
import { freshOf, useLoadedTables } from "../../../parts/tables";
import { Window } from "../../../parts/Window";

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
  const instrument = tables.instruments.find(({ id }) => id === profile.instrument);
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
        <SimpleGrid cols={{ base: 1, sm: 2 }}>
          <TextInput
            label="Name"
            data-autofocus
            maxLength={80}
            value={profile.name}
            error={at("name")}
            onChange={(event) => put({ name: event.currentTarget.value })}
          />
          <Select
            label="Instrument"
            searchable
            allowDeselect={false}
            data={bySection(tables.instruments)}
            value={profile.instrument}
            error={at("instrument")}
            onChange={(id) => id !== null && put({ instrument: id, fingering: null })}
          />
          <PitchLimit
            label="Lowest note"
            description={`as the range of the instrument; else ${instrument?.comfortable ?? "its own"}`}
            value={profile.lowest}
            error={at("lowest")}
            onChange={(lowest) => put({ lowest })}
          />
          <PitchLimit
            label="Highest note"
            description="as read"
            value={profile.highest}
            error={at("highest")}
            onChange={(highest) => put({ highest })}
          />
          <Choice
            label="Level"
            field="PlayerProfile.level"
            value={String(profile.level)}
            onChange={(level) => put({ level: Number(level) })}
          />
          <Choice
            label="Plays"
            field="PlayerProfile.reading"
            value={profile.reading}
            onChange={(reading) => put({ reading })}
          />
          <Choice
            label="Note values"
            field="Spelling.values"
            value={profile.values}
            onChange={(values) => put({ values })}
          />
          <Choice
            label="Numbers"
            field="Recipe.numbers"
            value={profile.numbers}
            onChange={(numbers) => put({ numbers })}
          />
          <Amount
            label="Minutes a day"
            field="PlayerProfile.minutes"
            value={profile.minutes}
            onChange={(minutes) => put({ minutes })}
          />
          {instrument?.fingering && <FingeringWish family={instrument.fingering} profile={profile} onChange={put} />}
        </SimpleGrid>
        <KeyChips label="Keys of current tunes" value={profile.tunes} onChange={(tunes) => put({ tunes })} />
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

interface FingeringWishProps {
  family: string;
  profile: Profile;
  onChange: (change: Partial<Profile>) => void;
}

/** How the player wishes to finger: not shown, or in one of the ways of the family. */
function FingeringWish({ family, profile, onChange }: FingeringWishProps) {
  const tables = useLoadedTables();
  const fresh = freshOf(tables.fresh.fingerings, family);
  const field = { fretted: "OnFrets.way", keyboard: "OnKeys.hand", slide: "OnSlide.way" }[family];
  const name = field?.split(".")[1] ?? "";
  const ways = field === undefined ? [] : (tables.choices[field] ?? []);
  const chosen = profile.fingering as Record<string, unknown> | null;
  const data = [{ value: "", label: "not shown" }, ...(ways.length > 0 ? ways : [{ value: "shown", label: "shown" }])];
  const choose = (value: string) => {
    const way = ways.length > 0 ? { [name]: value } : {};
    onChange({ fingering: value === "" ? null : { ...fresh, ...way } });
  };
  const value = chosen === null ? "" : ways.length > 0 ? String(chosen[name]) : "shown";
  return (
    <Select
      label="Fingering"
      allowDeselect={false}
      data={data}
      value={value}
      onChange={(way) => way !== null && choose(way)}
    />
  );
}
