import { Button, Group, Loader, MultiSelect, Select, Stack, Table, Text } from "@mantine/core";
import { useState } from "react";
import type { Etude, Piece } from "../../../../api/types";
import { limitsOf } from "../../../../parts/tables";
import { useVocabulary } from "../../../../parts/music/vocabulary";
import type { PhraseProps } from "../PhraseProps";
import { problemAt } from "../../problems";
import { useEtudeChoices } from "../../queries";
import { EtudeFigures } from "./EtudeFigures";
import { EtudeShape } from "./EtudeShape";
import classes from "./rules.module.css";

const same = (one: Piece, other: Piece) => JSON.stringify(one) === JSON.stringify(other);

/** Of what an etude is made, how much of it, its shape; and its bars, each to be pinned or changed. */
export function EtudePhrase(props: PhraseProps) {
  const { recipe, tables, problems, exercise, onChange } = props;
  const { etude } = recipe;
  if (etude === null) return <Text size="sm">There is no etude here.</Text>;
  const set = (change: Partial<Etude>) => onChange({ ...recipe, etude: { ...etude, ...change } });
  const drop = () => {
    onChange({ ...recipe, etude: null });
    document.querySelector<HTMLElement>("[data-phrase=figure]")?.focus();
  };
  return (
    <Group align="flex-start" gap="lg">
      <Stack gap="sm" w="var(--panel-l)">
        <Pieces etude={etude} tables={tables} error={problemAt(problems, "/etude/pieces")} onChange={set} />
        <EtudeShape etude={etude} onChange={set} />
        <Group gap="xs">
          <Button size="xs" onClick={() => set({ seed: etude.seed + 1 })}>
            Another etude
          </Button>
          <Button size="xs" variant="default" disabled={etude.seed === 0} onClick={() => set({ seed: 0 })}>
            The smoothest one
          </Button>
          <Button size="xs" variant="default" onClick={drop}>
            No etude
          </Button>
        </Group>
      </Stack>
      <Stack gap="xs" w="var(--panel-m)">
        <Text size="sm" fw={600}>
          Its pieces
        </Text>
        {problemAt(problems, "/etude/pins") && (
          <Text size="sm" c="var(--mantine-color-error)" role="alert">
            {problemAt(problems, "/etude/pins")}
          </Text>
        )}
        <BarsOfEtude etude={etude} recipe={recipe} exercise={exercise} onChange={set} />
        <EtudeFigures rows={exercise?.etude ?? []} />
      </Stack>
    </Group>
  );
}

interface PiecesProps {
  etude: Etude;
  tables: PhraseProps["tables"];
  error: string | undefined;
  onChange: (change: Partial<Etude>) => void;
}

/** The chosen pieces; pins and the motif follow theirs. */
function Pieces({ etude, tables, error, onChange }: PiecesProps) {
  const { pieces, options } = useVocabulary();
  const [level, setLevel] = useState("2");
  const all = [...pieces];
  const keyOf = (piece: Piece, place: number) => all.find(([, one]) => same(one, piece))?.[0] ?? `here ${place}`;
  const here = etude.pieces.map((piece, place) => [keyOf(piece, place), piece] as const);
  const known = new Map<string, Piece>([...all, ...here]);
  const only = here.filter(([key]) => !pieces.has(key)).map(([value, { name }]) => ({ value, label: name }));
  const take = (chosen: Piece[]) => {
    if (chosen.length === 0) return;
    const pins = etude.pins.flatMap(({ bar, piece }) => {
      const to = chosen.findIndex((one) => one === etude.pieces[piece] || same(one, etude.pieces[piece] as Piece));
      return to < 0 ? [] : [{ bar, piece: to }];
    });
    const motif = etude.motif.flatMap((piece) => {
      const to = chosen.findIndex((one) => same(one, etude.pieces[piece] as Piece));
      return to < 0 ? [] : [to];
    });
    onChange({ pieces: chosen, pins, motif });
  };
  const upTo = () => {
    const levels = new Map(tables.vocabulary.map(({ piece, fits }) => [piece.name, fits.level]));
    take(
      all
        .filter(([, piece]) => (piece.level || (levels.get(piece.name) ?? 3)) <= Number(level))
        .map(([, piece]) => piece)
        .slice(0, limitsOf(tables, "Etude.pieces").most),
    );
  };
  return (
    <>
      <MultiSelect
        label="Vocabulary"
        description="Cells, figures and licks; each plays where it fits."
        searchable
        value={here.map(([key]) => key)}
        data={only.length > 0 ? [{ group: "in this recipe", items: only }, ...options] : options}
        error={error}
        maxDropdownHeight={260}
        styles={{ input: { maxHeight: "9rem", overflowY: "auto" } }}
        onChange={(keys) => take(keys.flatMap((key) => known.get(key) ?? []))}
      />
      <Group gap="xs" align="flex-end">
        <Select
          size="xs"
          w="var(--field-m)"
          label="Or all up to level"
          value={level}
          data={["1", "2", "3", "4", "5"]}
          onChange={(next) => next !== null && setLevel(next)}
        />
        <Button size="xs" variant="default" onClick={upTo}>
          Use them
        </Button>
      </Group>
    </>
  );
}

interface BarsProps extends Pick<PhraseProps, "recipe" | "exercise"> {
  etude: Etude;
  onChange: (change: Partial<Etude>) => void;
}

/** What plays in which bar: to be pinned, or replaced by another that fits. */
function BarsOfEtude({ etude, recipe, exercise, onChange }: BarsProps) {
  const [asked, setAsked] = useState<number | null>(null);
  const choices = useEtudeChoices(recipe, asked);
  const composed = exercise?.strips[0]?.pieces ?? [];
  const pin = (bar: number, piece: number) =>
    onChange({ pins: [...etude.pins.filter((one) => one.bar !== bar), { bar, piece }] });
  const unpin = (bar: number) => onChange({ pins: etude.pins.filter((one) => one.bar !== bar) });
  return (
    <>
      <div className={classes.bars}>
        <Table fz="sm" verticalSpacing={2}>
          <Table.Tbody>
            {composed.map(({ bar, piece }) => {
              const pinned = etude.pins.some((one) => one.bar === bar);
              const name = etude.pieces[piece]?.name ?? "";
              return (
                <Table.Tr key={bar}>
                  <Table.Td>{bar}</Table.Td>
                  <Table.Td fw={pinned ? 700 : undefined}>{name}</Table.Td>
                  <Table.Td ta="right" className={classes.actions}>
                    <Button
                      size="compact-xs"
                      variant="subtle"
                      aria-label={`${pinned ? "Unpin" : "Pin"} bar ${bar}`}
                      onClick={() => (pinned ? unpin(bar) : pin(bar, piece))}
                    >
                      {pinned ? "Unpin" : "Pin"}
                    </Button>
                    <Button
                      size="compact-xs"
                      variant="subtle"
                      aria-expanded={asked === bar}
                      aria-label={`Others for bar ${bar}`}
                      onClick={() => setAsked(asked === bar ? null : bar)}
                    >
                      Others
                    </Button>
                  </Table.Td>
                </Table.Tr>
              );
            })}
          </Table.Tbody>
        </Table>
      </div>
      {asked !== null && (
        <Stack gap={4} mt="xs" role="group" aria-label={`What else fits bar ${asked}`}>
          <Text size="sm" fw={600}>
            What fits bar {asked}
          </Text>
          {choices.isPending && <Loader size="sm" aria-label="Working it out" />}
          {choices.isError && <Text size="sm">{choices.error.message}</Text>}
          {choices.data?.map(({ piece, name, more, costs, taken }) => (
            <Button
              key={piece}
              size="compact-sm"
              variant={taken ? "light" : "subtle"}
              justify="flex-start"
              title={costs.map((cost) => `${cost.name} ${cost.points}`).join(", ")}
              onClick={() => pin(asked, piece)}
            >
              {name} ({more === 0 ? "the best" : `${more} points more`}
              {costs.length > 0 && `: ${costs.map((cost) => `${cost.name} ${cost.points}`).join(", ")}`})
            </Button>
          ))}
        </Stack>
      )}
    </>
  );
}
