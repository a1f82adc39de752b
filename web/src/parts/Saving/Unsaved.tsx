import { Anchor, Button, Group, Text } from "@mantine/core";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { momentInWords } from "../../api/dates";
import type { Documents, ShelfName } from "../../api/shelves";
import { offerUndo } from "../Shelf/useRemoval";
import { asides, discard, putBack, takeUp } from "../documents/asides";
import { keyOf, kept } from "../documents/draftStore";

interface UnsavedProps<K extends ShelfName> {
  shelf: K;
  /** Where new ones are worked on. */
  address: string;
  titled: (document: Documents[K]) => string;
}

/** Takes up what was put aside, and goes where it is worked on. */
function useContinue(shelf: ShelfName, address: string) {
  const navigate = useNavigate();
  return (at: string) => {
    takeUp(shelf, at);
    void navigate(address);
  };
}

/** New work that was begun and never saved, to continue or delete. */
export function UnsavedList<K extends ShelfName>({ shelf, address, titled }: UnsavedProps<K>) {
  const goOn = useContinue(shelf, address);
  const [list, setList] = useState(() => asides(shelf));
  const begun = kept<Documents[K]>(keyOf(shelf, undefined));
  if (begun === null && list.length === 0) return null;
  const away = (at: string, name: string) => {
    const before = asides(shelf);
    discard(shelf, at);
    setList(asides(shelf));
    offerUndo(`“${name}” is deleted`, () => {
      putBack(shelf, before);
      setList(before);
      return Promise.resolve();
    });
  };
  return (
    <section aria-labelledby="unsaved">
      <Text id="unsaved" component="h2" fw={600} mt="sm">
        Not saved yet
      </Text>
      {begun !== null && (
        <Group gap="xs" py={4}>
          <Text flex={1}>{nameOf(titled(begun.document))}</Text>
          <Button size="compact-sm" variant="light" component={Link} to={address}>
            Continue
          </Button>
        </Group>
      )}
      {list.map(({ at, document }) => {
        const name = nameOf(titled(document));
        return (
          <Group gap="xs" py={4} key={at}>
            <Text flex={1}>
              {name}{" "}
              <Text span size="sm" c="dimmed">
                from {momentInWords(at)}
              </Text>
            </Text>
            <Button size="compact-sm" variant="subtle" onClick={() => away(at, name)}>
              Delete
            </Button>
            <Button size="compact-sm" variant="light" onClick={() => goOn(at)}>
              Continue
            </Button>
          </Group>
        );
      })}
    </section>
  );
}

/** Where a new one is still blank: what was put aside last, one press away. */
export function UnsavedLine<K extends ShelfName>({
  shelf,
  address,
  titled,
  list: place,
}: UnsavedProps<K> & {
  /** Where all of them are. */
  list: string;
}) {
  const goOn = useContinue(shelf, address);
  const [last, ...others] = asides(shelf);
  if (last === undefined) return null;
  return (
    <Text size="sm" c="dimmed">
      Unsaved: “{nameOf(titled(last.document))}”, from {momentInWords(last.at)}.{" "}
      <Anchor component="button" size="sm" onClick={() => goOn(last.at)}>
        Continue
      </Anchor>
      {others.length > 0 && (
        <>
          {" · "}
          <Anchor component={Link} to={place} size="sm">
            {others.length} more
          </Anchor>
        </>
      )}
    </Text>
  );
}

const nameOf = (title: string) => title.trim() || "Untitled";
