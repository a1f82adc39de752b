import { Button, Group, Radio, Select, Stack } from "@mantine/core";
import { use } from "react";
import type { Recipe } from "../../../api/types";
import { Choice, useOffered } from "../../../parts/fields/Choice";
import { bySection } from "../../../parts/music/instruments";
import { freshOf } from "../../../parts/tables";
import { PitchLimit } from "../../../parts/fields/PitchLimit";
import { CompanionsPhrase } from "./CompanionsPhrase";
import type { PhraseProps } from "./PhraseProps";
import { problemAt } from "../problems";
import { Opening } from "./rules/opening";

type Player = Recipe["player"];

/** The instrument, which key is named, and the part of the range to use. */
export function PlayerPhrase(props: PhraseProps) {
  const { recipe, tables, problems, onChange } = props;
  const { player } = recipe;
  const set = (change: Partial<Player>) => onChange({ ...recipe, player: { ...player, ...change } });
  /** Another instrument has limits of its own, and its own fingering or none. */
  const take = (id: string) => {
    const family = tables.instruments.find((one) => one.id === id)?.fingering ?? null;
    const kept = recipe.fingering?.kind === family ? recipe.fingering : null;
    const next = family && recipe.fingering ? (kept ?? freshOf(tables.fresh.fingerings, family)) : null;
    onChange({ ...recipe, player: { ...player, instrument: id, lowest: null, highest: null }, fingering: next });
  };
  const { open } = use(Opening);
  const keys = useOffered("Player.named_key");
  const instrument = tables.instruments.find((candidate) => candidate.id === player.instrument);
  return (
    <Stack gap="sm" w="var(--panel-l)">
      <Select
        label="Instrument"
        value={player.instrument}
        error={problemAt(problems, "/player/instrument")}
        data={bySection(tables.instruments)}
        searchable
        onChange={(id) => id !== null && take(id)}
      />
      {instrument?.transposes && (
        <Radio.Group
          label="The key named is"
          value={player.named_key}
          onChange={(named_key) => set({ named_key: named_key })}
        >
          <Group mt={6}>
            {keys.map(({ value, label }) => (
              <Radio key={value} value={value} label={label} />
            ))}
          </Group>
        </Radio.Group>
      )}
      <Group grow align="flex-start">
        <Choice
          label="Range"
          value={player.reach}
          onChange={(reach) => set({ reach })}
          field="Player.reach"
          words={{
            comfortable: `comfortable: ${instrument?.comfortable ?? ""}`,
            full: `full: ${instrument?.full ?? ""}`,
          }}
        />
        <Choice
          label="Register"
          field="Player.tessitura"
          value={player.tessitura}
          onChange={(tessitura) => set({ tessitura })}
        />
      </Group>
      <Choice
        label="From key to key"
        field="Player.key_register"
        value={player.key_register}
        onChange={(key_register) => set({ key_register })}
      />
      <Group grow align="flex-start">
        <PitchLimit
          label="My lowest note, as written"
          description="Empty: none of your own."
          value={player.lowest}
          error={problemAt(problems, "/player/lowest")}
          onChange={(lowest) => set({ lowest })}
        />
        <PitchLimit
          label="My highest note, as written"
          description="Empty: none of your own."
          value={player.highest}
          error={problemAt(problems, "/player/highest") ?? wholeError(problems)}
          onChange={(highest) => set({ highest })}
        />
      </Group>
      {instrument?.fingering && recipe.fingering === null && (
        <Button
          variant="light"
          style={{ alignSelf: "start" }}
          onClick={() => {
            onChange({ ...recipe, fingering: freshOf(tables.fresh.fingerings, instrument.fingering ?? "") });
            open("fingering");
          }}
        >
          Show how it is played
        </Button>
      )}
      {recipe.companions.length === 0 && <CompanionsPhrase {...props} />}
    </Stack>
  );
}

/** A problem of the player as a whole: the two limits against each other. */
function wholeError(problems: PhraseProps["problems"]): string | undefined {
  const whole = problems.filter((problem) => problem.pointer === "/player");
  return problemAt(whole, "/player");
}
