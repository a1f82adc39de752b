import { Button, Checkbox, Group, Popover, Select, Stack, UnstyledButton } from "@mantine/core";
import { FieldsPopover } from "../../parts/fields/FieldsPopover";
import { useLocalStorage, useWindowEvent } from "@mantine/hooks";
import { IconEye, IconPlayerPlayFilled, IconPlayerStopFilled } from "@tabler/icons-react";
import { memo } from "react";
import type { Phrase, Recipe } from "../../api/types";
import { Choice } from "../../parts/fields/Choice";
import { pitchClass } from "../../parts/music/keys";
import { SHOWN, type Shown, useShown } from "../../parts/shown";
import { useLoadedTables } from "../../parts/tables";
import type { PlayerState } from "../../sound/usePlayer";
import classes from "./Bench.module.css";
import { Ideas } from "./Ideas";

/** What has a use of its own for the space bar. */
const USES_SPACE =
  "input, textarea, select, button, summary, [contenteditable], [role=button], [role=slider], [role=tab], [role^=menuitem], [role=option], [role=switch]";

interface PlayOptions {
  countIn: boolean;
  click: boolean;
}

/** Count-in and click, remembered in this browser. */
export function usePlayOptions() {
  return useLocalStorage<PlayOptions>({ key: "dodecant.play", defaultValue: { countIn: true, click: true } });
}

interface TransportProps {
  recipe: Recipe;
  /** The sentence, where it has gone out of view: it folds to one line here. */
  folded: readonly Phrase[] | undefined;
  onChange: (recipe: Recipe) => void;
  state: PlayerState;
  options: PlayOptions;
  onOptions: (options: PlayOptions) => void;
  onPlay: () => void;
  onStop: () => void;
}

/** Play and stop, count-in and click, and how the sheet is read. */
export const Transport = memo(function Transport(props: TransportProps) {
  const { recipe, folded, onChange, state, options, onOptions, onPlay, onStop } = props;
  const idle = state.status === "stopped" || state.status === "failed";
  useWindowEvent("keydown", (event) => {
    if (event.key !== " " || event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
    if ((event.target as HTMLElement).closest(USES_SPACE) !== null) return;
    event.preventDefault();
    if (idle) onPlay();
    else onStop();
  });
  return (
    <Group className={classes.transport} gap="lg" wrap="nowrap" data-bar="top">
      {idle ? (
        <Button
          id="play"
          variant="light"
          leftSection={<IconPlayerPlayFilled size={17} />}
          onClick={onPlay}
          className={classes.play}
        >
          Play
        </Button>
      ) : (
        <Button
          leftSection={<IconPlayerStopFilled size={17} />}
          onClick={onStop}
          id="play"
          loading={state.status === "loading"}
          className={classes.play}
        >
          Stop
        </Button>
      )}
      <Checkbox
        className={classes.option}
        label="Count-in"
        checked={options.countIn}
        onChange={(event) => onOptions({ ...options, countIn: event.currentTarget.checked })}
      />
      <Checkbox
        className={classes.option}
        label="Click"
        checked={options.click}
        onChange={(event) => onOptions({ ...options, click: event.currentTarget.checked })}
      />
      {folded && (
        <UnstyledButton
          className={classes.folded}
          aria-label="Back up to the sentence"
          onClick={() => {
            window.scrollTo({ top: 0 });
            document.querySelector<HTMLElement>("[data-phrase=figure]")?.focus();
          }}
        >
          {folded
            .map(({ lead, text }) => `${lead} ${text}`)
            .join(" ")
            .replaceAll(" ,", ",")}
          .
        </UnstyledButton>
      )}
      <Group ml="auto" gap="sm" wrap="nowrap">
        <Ideas recipe={recipe} onChange={onChange} />
        <Reading recipe={recipe} onChange={onChange} />
      </Group>
    </Group>
  );
});

/** Numbers, signs and key names: how the sheet is read. */
function Reading({ recipe, onChange }: { recipe: Recipe; onChange: (recipe: Recipe) => void }) {
  const { spelling, player, figure } = recipe;
  const mapped = useLoadedTables().instruments.find(({ id }) => id === player.instrument)?.fingering != null;
  const [shown, setShown] = useShown();
  const set = (change: Partial<typeof spelling>) => onChange({ ...recipe, spelling: { ...spelling, ...change } });
  return (
    <FieldsPopover position="bottom-end">
      <Popover.Target>
        <Button variant="default" leftSection={<IconEye size={18} />}>
          View
        </Button>
      </Popover.Target>
      <Popover.Dropdown aria-label="View of the sheet">
        <Stack gap="sm" w="var(--panel-l)">
          <Select label="Strips are shown" value={shown} data={SHOWN} onChange={(next) => setShown(next as Shown)} />
          <Choice
            label="Numbers under the notes"
            field="Recipe.numbers"
            value={recipe.numbers}
            onChange={(numbers) => onChange({ ...recipe, numbers })}
          />
          <Checkbox
            label="Key signature at the clef"
            description="Off: every accidental is written at its note."
            checked={spelling.signature}
            onChange={(event) => set({ signature: event.currentTarget.checked })}
          />
          <Checkbox
            label="Reminders in brackets after an altered bar"
            checked={spelling.cautionary}
            onChange={(event) => set({ cautionary: event.currentTarget.checked })}
          />
          <Checkbox
            label="Remarks on the printed page"
            description="Off: they are for you alone."
            checked={spelling.remarks_on_page}
            onChange={(event) => set({ remarks_on_page: event.currentTarget.checked })}
          />
          <Checkbox
            label="Names of rules and pieces over the line"
            checked={spelling.rules}
            onChange={(event) => set({ rules: event.currentTarget.checked })}
          />
          {(figure.kind === "arpeggios" || figure.kind === "pairs") && (
            <Choice
              label="Names over chords of the scale"
              field="Spelling.chords"
              value={spelling.chords}
              onChange={(chords) => set({ chords })}
            />
          )}
          {mapped && (
            <Choice
              label="Maps on the printed page"
              field="Spelling.maps"
              value={spelling.maps}
              onChange={(maps) => set({ maps })}
            />
          )}
          <Group grow align="flex-start">
            <Choice
              label="Names of note values"
              value={spelling.values}
              onChange={(values) => set({ values })}
              field="Spelling.values"
            />
            <Choice
              label="Hard spellings"
              value={spelling.plain}
              onChange={(plain) => set({ plain })}
              field="Spelling.plain"
            />
          </Group>
          <Choice
            label="The chromatic scale"
            value={spelling.chromatic}
            onChange={(chromatic) => set({ chromatic })}
            field="Spelling.chromatic"
          />
          <Group grow>
            <KeyChoice label="Major" pair={["G♭", "F♯"]} names={spelling.major} onChange={(major) => set({ major })} />
            <KeyChoice label="Minor" pair={["E♭", "D♯"]} names={spelling.minor} onChange={(minor) => set({ minor })} />
            <KeyChoice label="Minor" pair={["G♯", "A♭"]} names={spelling.minor} onChange={(minor) => set({ minor })} />
          </Group>
        </Stack>
      </Popover.Dropdown>
    </FieldsPopover>
  );
}

interface KeyChoiceProps {
  label: string;
  /** The usual name and the other one. */
  pair: [string, string];
  names: string[];
  onChange: (names: string[]) => void;
}

/** Which of two names a key goes by. */
function KeyChoice({ label, pair: [usual, other], names, onChange }: KeyChoiceProps) {
  const without = names.filter((name) => pitchClass(name) !== pitchClass(usual));
  const preferred = names.find((name) => pitchClass(name) === pitchClass(usual)) ?? usual;
  return (
    <Select
      label={`${label} on ${usual} or ${other}`}
      value={preferred}
      data={[usual, other]}
      onChange={(name) => name !== null && onChange(name === usual ? without : [...without, name])}
    />
  );
}
