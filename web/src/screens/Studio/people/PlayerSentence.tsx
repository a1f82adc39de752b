import { Select, SimpleGrid, TextInput } from "@mantine/core";
import { usePlayerSaid } from "../../../api/sentences";
import type { Profile } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import { KeyChips } from "../../../parts/fields/KeyChips";
import { PitchLimit } from "../../../parts/fields/PitchLimit";
import { bySection } from "../../../parts/music/instruments";
import { type Editors, SentenceForm } from "../../../parts/Sentence/SentenceForm";
import { freshOf, useLoadedTables } from "../../../parts/tables";
import { useGood } from "../../../api/useGood";

interface PlayerSentenceProps {
  profile: Profile;
  /** What is wrong with a field. */
  at: (field: string) => string | undefined;
  onChange: (change: Partial<Profile>) => void;
}

/** Who plays what, from what, how far, how long a day. */
export function PlayerSentence({ profile, at, onChange: put }: PlayerSentenceProps) {
  const tables = useLoadedTables();
  const said = useGood(usePlayerSaid(profile).data);
  const instrument = tables.instruments.find(({ id }) => id === profile.instrument);
  const editors: Editors = {
    name: () => (
      <TextInput
        label="Name"
        maxLength={80}
        value={profile.name}
        onChange={(event) => put({ name: event.currentTarget.value })}
      />
    ),
    instrument: () => (
      <Select
        label="Instrument"
        searchable
        allowDeselect={false}
        data={bySection(tables.instruments)}
        value={profile.instrument}
        onChange={(id) => id !== null && put({ instrument: id, fingering: null })}
      />
    ),
    range: () => (
      <SimpleGrid cols={2}>
        <PitchLimit
          label="Lowest note"
          description={`as read; else ${instrument?.comfortable ?? "as the instrument"}`}
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
      </SimpleGrid>
    ),
    level: () => (
      <Choice
        label="Level"
        field="PlayerProfile.level"
        value={String(profile.level)}
        onChange={(level) => put({ level: Number(level) })}
      />
    ),
    reading: () => (
      <Choice
        label="Plays"
        field="PlayerProfile.reading"
        value={profile.reading}
        onChange={(reading) => put({ reading })}
      />
    ),
    values: () => (
      <Choice
        label="Note values"
        field="Spelling.values"
        value={profile.values}
        onChange={(values) => put({ values })}
      />
    ),
    numbers: () => (
      <Choice label="Numbers" field="Recipe.numbers" value={profile.numbers} onChange={(numbers) => put({ numbers })} />
    ),
    minutes: () => (
      <Amount
        label="Minutes a day"
        field="PlayerProfile.minutes"
        value={profile.minutes}
        onChange={(minutes) => put({ minutes })}
      />
    ),
    tunes: () => <KeyChips label="Keys of current tunes" value={profile.tunes} onChange={(tunes) => put({ tunes })} />,
    fingering: () =>
      instrument?.fingering && <FingeringWish family={instrument.fingering} profile={profile} onChange={put} />,
  };
  const problem = (id: string) => (id === "range" ? (at("lowest") ?? at("highest")) : at(id));
  return (
    <SentenceForm
      label="The player as a sentence"
      phrases={said?.phrases ?? []}
      editors={editors}
      problem={problem}
      begin={profile.name === "" ? "name" : undefined}
    />
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
