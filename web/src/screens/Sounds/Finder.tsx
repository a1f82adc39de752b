import { SegmentedControl, Stack, Text, TextInput, UnstyledButton } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { IconSearch } from "@tabler/icons-react";
import { useState } from "react";
import { type SearchBy, useFoundSounds } from "./queries";
import type { FoundSound } from "../../api/types";
import classes from "./Sounds.module.css";

const WAYS: Record<SearchBy, { label: string; hint: string }> = {
  name: { label: "Name", hint: "Any of its names, or its degrees: Dorian, 1 2 ♭3" },
  notes: { label: "Notes", hint: "Notes it must hold: C E G♯ B" },
  chord: { label: "Chord", hint: "A chord it serves: G7alt, Fm(maj7)" },
};
const MOST = 12;

/** Finds a sound by any name, by notes it holds, or by a chord it serves. */
export function Finder({ onFound }: { onFound: (found: FoundSound) => void }) {
  const [by, setBy] = useState<SearchBy>("name");
  const [typed, setTyped] = useState("");
  const [text] = useDebouncedValue(typed, 150);
  const found = useFoundSounds(by, text);
  const results = text.trim() === "" ? [] : (found.data ?? []);
  const exact = results.filter((one) => one.exact).length;
  const asks = by === "name" && results.length > 1 && exact !== 1;
  return (
    <Stack gap={8} role="search">
      <SegmentedControl
        aria-label="Find a sound by"
        value={by}
        onChange={(next) => setBy(next as SearchBy)}
        data={Object.entries(WAYS).map(([value, { label }]) => ({ value, label }))}
      />
      <TextInput
        label="Find a sound"
        description={WAYS[by].hint}
        type="search"
        leftSection={<IconSearch size={17} />}
        value={typed}
        error={found.isError && text.trim() !== "" ? found.error.message : undefined}
        onChange={(event) => setTyped(event.currentTarget.value)}
        onKeyDown={(event) => {
          const [first] = results;
          if (event.key === "Enter" && first !== undefined && !asks) onFound(first);
        }}
      />
      {asks && <Text size="sm">“{text.trim()}” can mean several sounds. Which one?</Text>}
      {text.trim() !== "" && found.data?.length === 0 && !found.isError && (
        <Text size="sm" c="dimmed">
          Nothing matches. {by === "notes" ? "Give three notes or more." : "Try fewer letters."}
        </Text>
      )}
      {results.length > 0 && (
        <ul className={classes.found} aria-label="Sounds found">
          {results.slice(0, MOST).map((one) => (
            <li key={`${one.tonic} ${one.name} ${one.degrees}`}>
              <UnstyledButton className={classes.result} onClick={() => onFound(one)}>
                <b>
                  {one.tonic} {one.name}
                </b>
                <span>{by === "name" ? one.use : one.why || one.degrees}</span>
              </UnstyledButton>
            </li>
          ))}
        </ul>
      )}
      {results.length > MOST && (
        <Text size="xs" c="dimmed">
          And {results.length - MOST} more; type more to narrow it down.
        </Text>
      )}
    </Stack>
  );
}
