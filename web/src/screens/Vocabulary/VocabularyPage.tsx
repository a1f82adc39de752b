import { Box, Group, Select, Text, TextInput, Title } from "@mantine/core";
import { IconSearch } from "@tabler/icons-react";
import { useState } from "react";
import { useDamaged, useShelf } from "../../api/shelves";
import type { Fitting, Piece } from "../../api/types";
import { DamagedList } from "../../parts/Shelf/DamagedList";
import classes from "../../parts/Shelf/Shelf.module.css";
import { useOffered } from "../../parts/fields/Choice";
import { usePreviews } from "../../parts/queries";
import { useLoadedTables } from "../../parts/tables";
import { Chorus } from "./Chorus";
import { OwnPiece, ShippedPiece } from "./PieceRow";
import { useFittings, useRecipesOf } from "./queries";

const ANY = "";
const MOST_SHOWN = 120; // pieces whose notes are asked for at once
const LEVELS = ["1", "2", "3", "4", "5"];

interface Wanted {
  words: string;
  family: string | null;
  level: string | null;
}

/** Whether a piece is what is looked for. */
function matches({ words, family, level }: Wanted, piece: Piece, fits: Fitting | null) {
  const text = `${piece.name} ${fits?.words ?? ""}`.toLowerCase();
  if (
    !words
      .toLowerCase()
      .split(/\s+/)
      .every((word) => text.includes(word))
  )
    return false;
  if (family !== null && !fits?.families.includes(family as Fitting["families"][number])) return false;
  return level === null || (fits !== null && fits.level <= Number(level));
}

/** Cells, figures and licks that are kept, one's own and those that ship, found by where they fit. */
export function Component() {
  const tables = useLoadedTables();
  const own = useShelf("vocabulary");
  const damaged = useDamaged("vocabulary").data ?? [];
  const fittings = useFittings((own.data ?? []).map(({ document }) => document));
  const pieces = [...(own.data ?? []).map(({ document }) => document), ...tables.vocabulary.map(({ piece }) => piece)];
  const recipes = useRecipesOf(own.isPending ? [] : pieces.slice(0, MOST_SHOWN)).data ?? [];
  const playable = recipes.filter((recipe) => recipe !== null);
  const previews = usePreviews(playable).data;
  /** The recipe that plays a piece, and its first notes. */
  const shown = (piece: Piece) => {
    const recipe = recipes[pieces.indexOf(piece)] ?? null;
    return { recipe, preview: recipe === null ? undefined : previews?.[playable.indexOf(recipe)] };
  };
  const [wanted, setWanted] = useState<Wanted>({ words: "", family: null, level: null });
  const families = useOffered("Where.quality").filter(({ value }) => value !== "any");
  const set = (change: Partial<Wanted>) => setWanted({ ...wanted, ...change });
  const mine = (own.data ?? [])
    .map((saved, place) => ({ saved, fits: fittings.data?.[place]?.fits ?? null }))
    .filter(({ saved, fits }) => matches(wanted, saved.document, fits));
  const shipped = tables.vocabulary.filter(({ piece, fits }) => matches(wanted, piece, fits));
  return (
    <Box className={classes.page}>
      <title>Vocabulary · Dodecant</title>
      <Group mb="md" align="flex-end">
        <Title order={1} size="h2" flex={1}>
          Vocabulary
        </Title>
        <TextInput
          label="Search by name or degree"
          type="search"
          leftSection={<IconSearch size={17} />}
          w="var(--field-m)"
          value={wanted.words}
          onChange={(event) => set({ words: event.currentTarget.value })}
        />
        <Select
          label="Over which chords"
          w="var(--field-m)"
          data={[{ value: ANY, label: "any" }, ...families]}
          value={wanted.family ?? ANY}
          onChange={(family) => set({ family: family || null })}
        />
        <Select
          label="Up to level"
          w="var(--field-s)"
          data={[{ value: ANY, label: "any" }, ...LEVELS]}
          value={wanted.level ?? ANY}
          onChange={(level) => set({ level: level || null })}
        />
        <Chorus />
      </Group>
      <Title order={2} size="h4">
        Your own
      </Title>
      <DamagedList shelf="vocabulary" damaged={damaged} />
      {own.isError && <Text c="var(--mantine-color-error)">{own.error.message}</Text>}
      {own.data !== undefined && mine.length === 0 && (
        <Text c="dimmed" py="sm">
          {own.data.length === 0
            ? "Nothing saved yet. Save a figure from the bench, copy one from below, or import a solo."
            : "None of yours matches."}
        </Text>
      )}
      <ul className={classes.list} aria-label="Your own">
        {mine.map(({ saved }) => (
          <OwnPiece key={saved.id} saved={saved} {...shown(saved.document)} />
        ))}
      </ul>
      <Title order={2} size="h4" mt="lg">
        Included
      </Title>
      {shipped.length === 0 && (
        <Text c="dimmed" py="sm">
          Nothing matches.
        </Text>
      )}
      <ul className={classes.list} aria-label="Included">
        {shipped.map(({ piece, fits }) => (
          <ShippedPiece key={piece.name} piece={piece} about={fits.words} {...shown(piece)} />
        ))}
      </ul>
    </Box>
  );
}
