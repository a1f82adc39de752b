import { Button, Checkbox, Group, Popover, Select, Stack } from "@mantine/core";
import { useHotkeys, useLocalStorage } from "@mantine/hooks";
import { IconEye, IconPlayerPlayFilled, IconPlayerStopFilled } from "@tabler/icons-react";
import type { Recipe } from "../../api/types";
import { Choice } from "../../parts/fields/Choice";
import { pitchClass } from "../../parts/keys";
import { SHOWN, type Shown, useShown } from "../../parts/shown";
import type { PlayerState } from "../../sound/usePlayer";
import classes from "./Bench.module.css";
import { Ideas } from "./Ideas";

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
  onChange: (recipe: Recipe) => void;
  state: PlayerState;
  options: PlayOptions;
  onOptions: (options: PlayOptions) => void;
  onPlay: () => void;
  onStop: () => void;
}

/** Play and stop, count-in and click, and how the sheet is read. */
export function Transport({ recipe, onChange, state, options, onOptions, onPlay, onStop }: TransportProps) {
  const idle = state.status === "stopped" || state.status === "failed";
  useHotkeys([["space", () => (idle ? onPlay() : onStop())]], ["INPUT", "TEXTAREA", "SELECT", "BUTTON"]);
  return (
    <Group className={classes.transport} gap="lg">
      {idle ? (
        <Button leftSection={<IconPlayerPlayFilled size={17} />} onClick={onPlay} w="var(--field-s)">
          Play
        </Button>
      ) : (
        <Button
          leftSection={<IconPlayerStopFilled size={17} />}
          onClick={onStop}
          loading={state.status === "loading"}
          w="var(--field-s)"
        >
          Stop
        </Button>
      )}
      <Checkbox
        label="Count-in"
        checked={options.countIn}
        onChange={(event) => onOptions({ ...options, countIn: event.currentTarget.checked })}
      />
      <Checkbox
        label="Click"
        checked={options.click}
        onChange={(event) => onOptions({ ...options, click: event.currentTarget.checked })}
      />
      <Group ml="auto" gap="sm">
        <Ideas recipe={recipe} onChange={onChange} />
        <Reading recipe={recipe} onChange={onChange} />
      </Group>
    </Group>
  );
}

/** Numbers, signs and key names: how the sheet is read. */
function Reading({ recipe, onChange }: { recipe: Recipe; onChange: (recipe: Recipe) => void }) {
  const { spelling } = recipe;
  const [shown, setShown] = useShown();
  const set = (change: Partial<typeof spelling>) => onChange({ ...recipe, spelling: { ...spelling, ...change } });
  return (
    <Popover position="bottom-end">
      <Popover.Target>
        <Button variant="default" leftSection={<IconEye size={18} />}>
          Reading
        </Button>
      </Popover.Target>
      <Popover.Dropdown aria-label="How the sheet is read">
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
            description="Off: every accidental stands at its note."
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
          <Group grow>
            <KeyChoice label="Major" pair={["G♭", "F♯"]} names={spelling.major} onChange={(major) => set({ major })} />
            <KeyChoice label="Minor" pair={["E♭", "D♯"]} names={spelling.minor} onChange={(minor) => set({ minor })} />
            <KeyChoice label="Minor" pair={["G♯", "A♭"]} names={spelling.minor} onChange={(minor) => set({ minor })} />
          </Group>
        </Stack>
      </Popover.Dropdown>
    </Popover>
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
