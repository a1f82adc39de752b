import { Button, Checkbox, Group, Select, Stack, Switch, TagsInput, TextInput } from "@mantine/core";
import { useState } from "react";
import { useLayoutSaid } from "../../api/sentences";
import { useShelf, useShelfActions } from "../../api/shelves";
import type { HandoutLayout } from "../../api/types";
import { announce } from "../Announced";
import { Amount } from "../fields/Amount";
import { Choice, useOffered } from "../fields/Choice";
import { type Editors, SentenceForm } from "../Sentence/SentenceForm";
import { tell } from "../tell";
import { useGood } from "../../api/useGood";

interface LayoutFieldsProps {
  layout: HandoutLayout;
  onChange: (layout: HandoutLayout) => void;
}

type Part = Extract<
  keyof HandoutLayout,
  "name_line" | "sentence" | "words" | "cautions" | "legend" | "both_clefs" | "derivation" | "grid" | "orders" | "code"
>;

/** What is on a page that is handed out, and the styles that were kept. */
export function LayoutFields({ layout, onChange }: LayoutFieldsProps) {
  const put = (change: Partial<HandoutLayout>) => onChange({ ...layout, ...change });
  const parts = useOffered<Part>("HandoutLayout.parts");
  const said = useGood(useLayoutSaid(layout).data);
  const editors: Editors = {
    strips: () => (
      <Choice
        label="Strips"
        field="HandoutLayout.strips"
        value={layout.strips}
        onChange={(strips) => put({ strips })}
      />
    ),
    columns: () => (
      <Choice
        label="Columns"
        field="HandoutLayout.columns"
        value={String(layout.columns)}
        onChange={(columns) => put({ columns: Number(columns) })}
      />
    ),
    paper: () => (
      <Choice label="Paper" field="HandoutLayout.paper" value={layout.paper} onChange={(paper) => put({ paper })} />
    ),
    maps: () => (
      <Choice label="Maps" field="HandoutLayout.maps" value={layout.maps} onChange={(maps) => put({ maps })} />
    ),
    blank: () => (
      <Amount
        label="Blank staves"
        field="HandoutLayout.blank"
        value={layout.blank}
        onChange={(blank) => put({ blank })}
      />
    ),
    tempos: () => (
      <TagsInput
        label="Tempos to tick"
        description="none: three up to its own"
        value={layout.tempos.map(String)}
        maxTags={6}
        onChange={(tempos) => put({ tempos: tempos.map(Number).filter((one) => one >= 20 && one <= 320) })}
      />
    ),
    large: () => (
      <Switch
        label="Large print"
        checked={layout.large}
        onChange={(event) => put({ large: event.currentTarget.checked })}
      />
    ),
    parts: () => (
      <Checkbox.Group
        label="On the page"
        value={parts.filter(({ value }) => layout[value]).map(({ value }) => value)}
        onChange={(chosen) => put(Object.fromEntries(parts.map(({ value }) => [value, chosen.includes(value)])))}
      >
        <Stack gap={6} mt={4}>
          {parts.map(({ value, label }) => (
            <Checkbox key={value} value={value} label={label} />
          ))}
        </Stack>
      </Checkbox.Group>
    ),
  };
  return (
    <Stack gap="sm">
      <SentenceForm label="The page as a sentence" phrases={said?.phrases ?? []} editors={editors} />
      <Styles layout={layout} onChange={onChange} />
    </Stack>
  );
}

/** Styles that were kept: one is laid on, or this one is kept under a name. */
function Styles({ layout, onChange }: LayoutFieldsProps) {
  const styles = useShelf("styles").data ?? [];
  const { add } = useShelfActions("styles");
  const [name, setName] = useState("");
  const keep = () =>
    add.mutateAsync({ ...layout, name }).then(
      () => {
        announce(`Layout ${name} saved`);
        setName("");
      },
      (error: unknown) => tell("The layout was not saved", error),
    );
  return (
    <Group align="flex-end" wrap="nowrap">
      <Select
        label="Layout"
        placeholder={styles.length === 0 ? "none saved yet" : "choose one"}
        flex={1}
        data={styles.map(({ id, title }) => ({ value: id, label: title }))}
        value={null}
        onChange={(id) => {
          const found = styles.find((one) => one.id === id);
          if (found) onChange(found.document);
        }}
      />
      <TextInput
        label="Save this layout as"
        flex={1}
        maxLength={60}
        value={name}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <Button variant="default" disabled={name.trim() === ""} loading={add.isPending} onClick={() => void keep()}>
        Save
      </Button>
    </Group>
  );
}
