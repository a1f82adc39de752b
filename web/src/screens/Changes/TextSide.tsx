import { Alert, Anchor, Box, Button, Group, Input, Select, Stack, Text, Textarea } from "@mantine/core";
import { useMutation } from "@tanstack/react-query";
import { useRef } from "react";
import { answered, client } from "../../api/client";
import { readChangesFile } from "../../api/files";
import type { House } from "./queries";
import type { Fault, Tables, Worked } from "../../api/types";
import { Choice } from "../../parts/fields/Choice";
import { OpenFile } from "../../parts/files/FileControls";
import { pitchClass } from "../../parts/music/keys";
import { placeOf } from "../../parts/music/changesText";
import { tell } from "../../parts/tell";
import type { Draft } from "../../parts/documents/useDraft";
import classes from "./Changes.module.css";

interface TextSideProps {
  draft: Draft<"changes">;
  worked: Worked | undefined;
  tables: Tables;
  house: House;
  onHouse: (house: House) => void;
}

const HOUSES: { value: House; label: string }[] = [
  { value: "words", label: "m7 maj7 m7♭5" },
  { value: "signs", label: "-7 Δ7 ø7" },
];

/** The text, its faults, and how it is read. */
export function TextSide({ draft, worked, tables, house, onHouse }: TextSideProps) {
  const { document, setDocument } = draft;
  const field = useRef<HTMLTextAreaElement>(null);
  const names = worked?.colour === "minor" ? tables.minor_keys : tables.major_keys;
  const carry = useMutation({
    mutationFn: (to: { tonic?: string; numerals?: boolean }) =>
      answered(client.POST("/api/changes/transposed", { body: { draft: document, numerals: false, ...to } })),
    onSuccess: setDocument,
    onError: (error) => tell("The changes could not be carried over", error),
  });
  const begin = useMutation({
    mutationFn: (form: string) =>
      answered(
        client.GET("/api/forms/{form_id}", {
          params: { path: { form_id: form }, query: { key: worked?.tonic ?? "C" } },
        }),
      ),
    onSuccess: ({ text }) => setDocument({ ...document, text, choices: [] }),
    onError: (error) => tell("The form could not be written", error),
  });
  const show = (fault: Fault) => {
    field.current?.focus();
    field.current?.setSelectionRange(fault.where, fault.where + fault.length);
  };
  const sound = worked !== undefined && worked.faults.length === 0;

  return (
    <Stack gap="sm" w="var(--panel-m)" style={{ flexShrink: 0 }}>
      <Textarea
        ref={field}
        label="The changes as text"
        description="Bars between |, chords in letters or numerals. % repeats a bar, / holds a chord for a beat."
        autosize
        minRows={8}
        maxRows={16}
        spellCheck={false}
        classNames={{ input: classes.text }}
        error={worked && worked.faults.length > 0}
        value={document.text}
        onChange={(event) => setDocument({ ...document, text: event.currentTarget.value })}
      />
      {worked && worked.faults.length > 0 && (
        <Alert color="lamp" title="Not all of it can be read yet" role="status">
          {worked.faults.slice(0, 4).map((fault) => (
            <FaultLine
              key={`${fault.where} ${fault.message}`}
              fault={fault}
              text={document.text}
              onShow={() => show(fault)}
            />
          ))}
          {worked.faults.length > 4 && <Text size="sm">And {worked.faults.length - 4} more.</Text>}
        </Alert>
      )}
      <Group grow align="flex-end">
        <Select
          label="In the key of"
          data={names}
          value={worked ? (names[pitchClass(worked.tonic)] ?? null) : null}
          disabled={!sound}
          onChange={(tonic) => tonic !== null && carry.mutate({ tonic })}
        />
        <Group grow gap={6}>
          <Button variant="default" px={6} disabled={!sound} onClick={() => carry.mutate({})}>
            Letters
          </Button>
          <Button variant="default" px={6} disabled={!sound} onClick={() => carry.mutate({ numerals: true })}>
            Numerals
          </Button>
        </Group>
      </Group>
      <Group align="flex-start" wrap="nowrap">
        <Select
          flex={1}
          label="Begin with a form"
          description="Cadences, turnarounds, twelve bars, cycles."
          data={formOptions(tables)}
          value={null}
          searchable
          onChange={(form) => form !== null && begin.mutate(form)}
        />
        <Input.Wrapper label="Or with a file" labelElement="div">
          <Box>
            <OpenFile own={{ changes: async (file) => setDocument(await readChangesFile(file)) }} />
          </Box>
        </Input.Wrapper>
      </Group>
      <Group grow align="flex-start">
        <Choice
          label="Default choice of scale"
          value={document.school}
          field="ChangesDraft.school"
          onChange={(school) => setDocument({ ...document, school })}
        />
        <Select label="Symbols" value={house} data={HOUSES} onChange={(next) => onHouse(next as House)} />
      </Group>
      {document.choices.some((choice) => choice.sounds.length > 1) && (
        <Choice
          label="Scales alternate"
          field="ChangesDraft.next_sound"
          value={document.next_sound}
          onChange={(next_sound) => setDocument({ ...document, next_sound })}
        />
      )}
      <Text size="sm" c="dimmed">
        {document.school === "key"
          ? "Tones of the key are kept, and avoid notes are marked: Ionian on a tonic major, Locrian on a half-diminished chord."
          : "A note outside the key is used rather than one that rubs: Lydian on a tonic major, a natural 9 on a half-diminished chord."}
      </Text>
    </Stack>
  );
}

function formOptions(tables: Tables) {
  const groups = [...new Set(tables.forms.map((form) => form.group))];
  return groups.map((group) => ({
    group,
    items: tables.forms.filter((form) => form.group === group).map((form) => ({ value: form.id, label: form.name })),
  }));
}

function FaultLine({ fault, text, onShow }: { fault: Fault; text: string; onShow: () => void }) {
  const { line, words } = placeOf(text, fault.where, fault.length);
  return (
    <Text size="sm" mb={4}>
      <Anchor component="button" type="button" onClick={onShow} size="sm">
        Line {line}
        {words.trim() && `, “${words.trim()}”`}
      </Anchor>
      : {fault.message} {fault.cure}
    </Text>
  );
}
