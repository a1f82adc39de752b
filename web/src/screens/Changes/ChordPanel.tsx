import { Button, Group, Stack, Text, Title } from "@mantine/core";
import type { ChangesDraft, Chord, Fit, Tables } from "../../api/types";
import { HeardLane } from "../../parts/HeardLane/HeardLane";
import { ScalePicker } from "../../parts/music/ScalePicker";
import { LaySound } from "./LaySound";
import classes from "./Changes.module.css";
import { chosen, withAnother, withSound, without } from "./choices";

interface ChordPanelProps {
  document: ChangesDraft;
  /** The selected chords, in order. */
  selected: Chord[];
  tables: Tables;
  onChoose: (choices: ChangesDraft["choices"]) => void;
}

/** What sounds over the selected chord and why, and what else would; or one sound laid over several chords. */
export function ChordPanel({ document, selected, tables, onChoose }: ChordPanelProps) {
  const [chord] = selected;
  if (chord === undefined) return <Text c="dimmed">Write a chord first.</Text>;
  if (selected.length > 1)
    return <LaySound document={document} selected={selected} tables={tables} onChoose={onChoose} />;
  if (chord.sounds.length === 0) {
    return (
      <Text c="dimmed">
        {chord.faulty ? "This chord cannot be read yet." : "No chord sounds here, so any sound may."}
      </Text>
    );
  }
  const { choices } = document;
  return (
    <Stack gap="sm">
      <Group gap="sm" align="baseline">
        <Title order={2} size="h3">
          {chord.text}
        </Title>
        <Text c="dimmed">
          {chord.numeral} · {chord.notes.join(" ")}
        </Text>
        {chord.chosen && (
          <Button size="compact-sm" variant="default" ml="auto" onClick={() => onChoose(without(choices, [chord]))}>
            Use the best fit
          </Button>
        )}
      </Group>
      {chord.sounds.map((sound, turn) => (
        <div key={turn}>
          <Text>
            <b>{sound.name}</b>
            {chord.sounds.length > 1 && ` (turn ${turn + 1})`}: {sound.reason}
          </Text>
          <HeardLane tones={sound.tones} />
        </div>
      ))}
      <Offers
        chord={chord}
        onUse={(fit) => onChoose(withSound(choices, chord, chosen(fit)))}
        onAdd={(fit) => onChoose(withAnother(choices, chord, chosen(fit)))}
      />
      <ScalePicker
        label={`Any other sound on ${chord.root}`}
        tables={tables}
        value={null}
        onChange={(scale) => onChoose(withSound(choices, chord, { scale, root: "1" }))}
      />
    </Stack>
  );
}

interface OffersProps {
  chord: Chord;
  onUse: (fit: Fit) => void;
  onAdd: (fit: Fit) => void;
}

function Offers({ chord, onUse, onAdd }: OffersProps) {
  const current = new Set(chord.sounds.map((sound) => sound.name));
  return (
    <ol className={classes.offers} aria-label={`Sounds for ${chord.text}, the best first`}>
      {chord.offers.map((fit) => (
        <li key={fit.name} className={classes.offer} data-current={current.has(fit.name) || undefined}>
          <b>{fit.name}</b>
          <Text size="sm" flex={1}>
            {fit.reason}
          </Text>
          <Button
            size="compact-sm"
            variant="light"
            disabled={current.has(fit.name) && current.size === 1}
            aria-label={`Use ${fit.name}`}
            onClick={() => onUse(fit)}
          >
            Use
          </Button>
          <Button
            size="compact-sm"
            variant="subtle"
            disabled={current.has(fit.name) || chord.sounds.length > 3}
            aria-label={`Add as alternative: ${fit.name}`}
            onClick={() => onAdd(fit)}
          >
            Add as alternative
          </Button>
        </li>
      ))}
    </ol>
  );
}
