import { Combobox, Loader, Text, TextInput, UnstyledButton, useCombobox } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { IconSearch } from "@tabler/icons-react";
import { useEffect, useRef, useState } from "react";
import { answered, client } from "../../api/client";
import type { Findable } from "../../api/types";
import { announce } from "../Announced";
import { tell } from "../tell";
import { useGoTo } from "../useGoTo";
import classes from "./SearchField.module.css";

const GROUPS: Record<Findable["group"], string> = {
  yours: "Yours",
  bench: "On the bench",
  scale: "Scales",
  form: "Forms",
  piece: "Vocabulary",
  instrument: "Instruments",
  help: "Words and help",
};

/** Everything whose name or description holds some words. */
function useFound(words: string) {
  return useQuery({
    queryKey: ["search", words],
    queryFn: ({ signal }) => answered(client.GET("/api/search", { params: { query: { words } }, signal })),
    enabled: words.trim() !== "",
    placeholderData: keepPreviousData,
    retry: false,
  });
}

interface SearchFieldProps {
  /** Called when something was chosen. */
  onDone?: () => void;
  autoFocus?: boolean;
}

/** What is typed, and all that matches: arrows choose, Enter goes there. */
export function SearchField({ onDone, autoFocus = false }: SearchFieldProps) {
  const [typed, setTyped] = useState("");
  const [words] = useDebouncedValue(typed, 120);
  const answer = useFound(words);
  const goTo = useGoTo();
  const field = useRef<HTMLInputElement>(null);
  const combobox = useCombobox({ opened: true });
  const found = words.trim() === "" ? [] : (answer.data?.found ?? []);
  const instead = answer.data?.instead ?? "";
  const nothing = words.trim() !== "" && answer.isSuccess && !answer.isPlaceholderData && found.length === 0;
  const said = answer.isSuccess && !answer.isPlaceholderData && words.trim() !== "" ? countOf(found.length) : "";
  useEffect(() => {
    if (said !== "") announce(said);
  }, [said, words]);
  const { selectFirstOption } = combobox;
  useEffect(() => void selectFirstOption(), [found.length, words, selectFirstOption]);
  const groups = [...new Set(found.map(({ group }) => group))];
  const choose = (place: string) => {
    const one = found[Number(place)];
    if (one === undefined) return;
    onDone?.();
    goTo(one).catch((error: unknown) => tell("That could not be opened", error));
  };
  return (
    <Combobox store={combobox} onOptionSubmit={choose} withinPortal={false}>
      <Combobox.EventsTarget>
        <TextInput
          ref={field}
          data-autofocus={autoFocus || undefined}
          type="search"
          size="md"
          label="Search everything"
          description="Scales, figures, forms, instruments, help, and all that you saved: enclosure, Lydian, blues."
          leftSection={answer.isFetching ? <Loader size={17} /> : <IconSearch size={17} />}
          error={answer.isError ? answer.error.message : undefined}
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />
      </Combobox.EventsTarget>
      {nothing && (
        <Text c="dimmed" pt="xs" size="sm">
          Nothing matches “{words.trim()}”.{" "}
          {instead !== "" && (
            <UnstyledButton
              className={classes.instead}
              onClick={() => {
                setTyped(instead);
                field.current?.focus();
              }}
            >
              Did you mean {instead}?
            </UnstyledButton>
          )}
        </Text>
      )}
      <Combobox.Options aria-label="Results" tabIndex={0} className={classes.found} hidden={found.length === 0}>
        {groups.map((group) => (
          <Combobox.Group label={GROUPS[group]} key={group}>
            {found.map(
              (one, place) =>
                one.group === group && (
                  <Combobox.Option value={String(place)} key={`${one.title} ${place}`} className={classes.option}>
                    <span className={classes.title}>{one.title}</span>
                    <span className={classes.text}>{one.text}</span>
                  </Combobox.Option>
                ),
            )}
          </Combobox.Group>
        ))}
      </Combobox.Options>
    </Combobox>
  );
}

const countOf = (count: number) => (count === 0 ? "No results" : count === 1 ? "1 result" : `${count} results`);
