import { Group, MultiSelect, Switch } from "@mantine/core";
import type { Etude } from "../../../../api/types";
import { Amount } from "../../../../parts/fields/Amount";
import { Choice } from "../../../../parts/fields/Choice";
import { More } from "../../../../parts/fields/More";
import { limitsOf, useLoadedTables } from "../../../../parts/tables";

interface ShapeProps {
  etude: Etude;
  onChange: (change: Partial<Etude>) => void;
}

/** How the line goes and what it is built on; rarer wishes behind a button. */
export function EtudeShape({ etude, onChange }: ShapeProps) {
  const phrases = etude.line === "phrases";
  return (
    <>
      <Group grow align="flex-start">
        <Choice label="The line goes" field="Etude.line" value={etude.line} onChange={(line) => onChange({ line })} />
        {phrases && (
          <Choice
            label="Rhythms"
            field="Etude.level"
            value={String(etude.level)}
            onChange={(level) => onChange({ level: Number(level) as Etude["level"] })}
          />
        )}
      </Group>
      {phrases ? <Motif etude={etude} onChange={onChange} /> : null}
      <More>
        <Rarer etude={etude} onChange={onChange} />
      </More>
    </>
  );
}

/** One or two pieces that everything is made of. */
function Motif({ etude, onChange }: ShapeProps) {
  const tables = useLoadedTables();
  return (
    <MultiSelect
      label="Built on a motif"
      description="One or two of the pieces: stated, moved, turned, varied, answered."
      placeholder={etude.motif.length > 0 ? undefined : "no motif: any of the pieces"}
      searchable
      clearable
      maxValues={limitsOf(tables, "Etude.motif").most}
      value={etude.motif.map(String)}
      data={etude.pieces.map(({ name }, place) => ({ value: String(place), label: name }))}
      onChange={(chosen) => onChange({ motif: chosen.map(Number) })}
    />
  );
}

function Rarer({ etude, onChange }: ShapeProps) {
  return (
    <>
      <Group grow align="flex-start">
        <Choice
          label="A piece in"
          field="Etude.every"
          value={String(etude.every)}
          disabled={etude.line === "phrases" && etude.motif.length > 0}
          onChange={(every) => onChange({ every: Number(every) as Etude["every"] })}
        />
        <Choice label="Elsewhere" field="Etude.rest" value={etude.rest} onChange={(rest) => onChange({ rest })} />
        <Choice
          label="A breath"
          field="Etude.breath"
          value={String(etude.breath)}
          words={etude.line === "unbroken" ? { "0": "nowhere" } : undefined}
          onChange={(breath) => onChange({ breath: Number(breath) as Etude["breath"] })}
        />
      </Group>
      <Group grow align="flex-start">
        <Amount
          label="None twice within"
          description="Bars."
          field="Etude.variety"
          value={etude.variety}
          onChange={(variety) => onChange({ variety })}
        />
        <Amount
          label="Highest in bar"
          description="0: anywhere."
          field="Etude.peak"
          value={etude.peak}
          onChange={(peak) => onChange({ peak })}
        />
        <Amount
          label="Denser towards bar"
          description="0: even."
          field="Etude.denser"
          value={etude.denser}
          onChange={(denser) => onChange({ denser })}
        />
      </Group>
      {etude.line === "phrases" && (
        <Switch
          label="Tension rises to a height and comes home"
          description="Density, height and tones outside the chord follow it. It is the thin line over the strip."
          checked={etude.tension}
          onChange={(event) => onChange({ tension: event.currentTarget.checked })}
        />
      )}
    </>
  );
}
