import { Checkbox, Fieldset, Group, Stack, Tabs, TextInput } from "@mantine/core";
import type { Recipe } from "../../../api/types";
import { Amount } from "../../../parts/fields/Amount";
import { Choice } from "../../../parts/fields/Choice";
import { PreviewChoice } from "../../../parts/fields/PreviewChoice";
import { JoinsPhrase } from "./JoinsPhrase";
import type { PhraseProps } from "./PhraseProps";
import { takes } from "./aboutFigure";
import { problemAt } from "../problems";

type Path = Recipe["path"];
type End = Path["low"];

/** Where the line walks, and over changes how it goes from chord to chord. */
export function PathPhrase(props: PhraseProps) {
  if (props.recipe.sounds.kind !== "changes") return <Walk {...props} />;
  return (
    <Tabs defaultValue="path" w="var(--panel-l)" keepMounted={false}>
      <Tabs.List mb="sm">
        <Tabs.Tab value="path">The path</Tabs.Tab>
        <Tabs.Tab value="joins">From chord to chord</Tabs.Tab>
      </Tabs.List>
      <Tabs.Panel value="path">
        <Walk {...props} />
      </Tabs.Panel>
      <Tabs.Panel value="joins">
        <JoinsPhrase {...props} />
      </Tabs.Panel>
    </Tabs>
  );
}

function Walk({ recipe, problems, onChange }: PhraseProps) {
  const { path } = recipe;
  const set = (change: Partial<Path>) => onChange({ ...recipe, path: { ...path, ...change } });
  const turns = path.direction !== "up" && path.direction !== "down" && path.span !== "once";
  return (
    <Stack gap="sm" w="var(--panel-l)">
      <Group grow>
        <PreviewChoice
          label="Direction"
          value={path.direction}
          recipeWith={(direction) => ({ ...recipe, path: { ...path, direction } })}
          onChange={(direction) => set({ direction })}
          field="Path.direction"
        />
        <PreviewChoice
          label="By"
          value={path.by}
          recipeWith={(by) => ({ ...recipe, path: { ...path, by } })}
          onChange={(by) => set({ by })}
          field="Path.by"
        />
      </Group>
      <Choice
        label="From where to where"
        value={path.span}
        onChange={(span) => set({ span })}
        error={path.span === "range" ? problemAt(problems, "/path") : undefined}
        field="Path.span"
      />
      {path.span !== "range" && (
        <PathEnd
          name={path.span === "once" ? "The tone" : "Lower end"}
          end={path.low}
          onChange={(low) => set({ low })}
        />
      )}
      {(path.span === "ends" || path.span === "lowest") && (
        <PathEnd
          name="Upper end"
          end={path.high}
          error={problemAt(problems, "/path")}
          onChange={(high) => set({ high })}
        />
      )}
      <Group gap="lg">
        <Checkbox
          label="A step beyond each end"
          checked={path.overshoot}
          onChange={(event) => set({ overshoot: event.currentTarget.checked })}
        />
        <Checkbox
          label="Held at the turn"
          checked={path.pause}
          onChange={(event) => set({ pause: event.currentTarget.checked })}
        />
        {turns && (
          <Checkbox
            label="Struck again at the turn"
            checked={path.again}
            onChange={(event) => set({ again: event.currentTarget.checked })}
          />
        )}
        {path.direction.endsWith("and-back") && path.span !== "once" && (
          <Checkbox
            label="The way back is a mirror"
            description="Every note of the way out, from the last to the first."
            checked={path.mirrored}
            onChange={(event) => set({ mirrored: event.currentTarget.checked })}
          />
        )}
      </Group>
      <Choice label="The line closes" value={path.close} onChange={(close) => set({ close })} field="Path.close" />
      {path.close === "own" && (
        <Group grow align="flex-start">
          <TextInput
            label="After the way up"
            description="Numbers counted from the last tone."
            maxLength={80}
            value={path.closing_up}
            error={problemAt(problems, "/path/closing_up")}
            onChange={(event) => set({ closing_up: event.currentTarget.value })}
          />
          <TextInput
            label="After the way down"
            description="A minus after a number is an octave lower."
            maxLength={80}
            value={path.closing_down}
            error={problemAt(problems, "/path/closing_down")}
            onChange={(event) => set({ closing_down: event.currentTarget.value })}
          />
        </Group>
      )}
    </Stack>
  );
}

/** Only where a rule's figure walks: once, or between two steps. */
export function PathChoice({ recipe, tables, onChange }: PhraseProps) {
  const { path } = recipe;
  const set = (change: Partial<Path>) => onChange({ ...recipe, path: { ...path, ...change } });
  if (!takes(recipe, "path", tables)) return null;
  return (
    <Group grow align="flex-start" maw="var(--panel-xl)">
      <Choice label="Moves by" value={path.span} onChange={(span) => set({ span })} field="Path.span" />
      <Choice
        label="Direction"
        value={path.direction}
        onChange={(direction) => set({ direction })}
        field="Path.direction"
      />
      <Amount
        label="From step"
        field="PathEnd.step"
        value={path.low.step}
        onChange={(step) => set({ low: { ...path.low, step } })}
      />
    </Group>
  );
}

function PathEnd({
  name,
  end,
  error,
  onChange,
}: {
  name: string;
  end: End;
  error?: string;
  onChange: (end: End) => void;
}) {
  return (
    <Fieldset legend={name} p="xs">
      <Group grow align="flex-start">
        <Amount
          label="Step of the scale"
          field="PathEnd.step"
          value={end.step}
          error={error}
          onChange={(step) => onChange({ ...end, step })}
        />
        <Amount
          label="In which octave"
          field="PathEnd.octave"
          value={end.octave}
          onChange={(octave) => onChange({ ...end, octave })}
        />
      </Group>
    </Fieldset>
  );
}
