import { Button, Group, Stack, TagsInput, TextInput } from "@mantine/core";
import type { SubmitEvent } from "react";
import { type Documents, type Saved, type ShelfName, useShelfActions } from "../../api/shelves";
import { UnsavedForm } from "../Saving/UnsavedForm";
import { useFormDraft } from "../documents/useFormDraft";
import { Window } from "../Window";

export interface EditWindowProps<K extends ShelfName> {
  shelf: K;
  /** The one that is renamed; none while the window is closed. */
  saved: Saved<K> | undefined;
  /** The document with another name, and other tags where it has any. */
  edited: (document: Documents[K], title: string, tags: string[]) => Documents[K];
  tagsOf?: ((document: Documents[K]) => string[]) | undefined;
  onDone: () => void;
}

const LONGEST_TAG = 30;
const MOST_TAGS = 12;

/** One window for the whole list: another name, other tags. */
export function EditWindow<K extends ShelfName>({ saved, onDone, ...props }: EditWindowProps<K>) {
  return (
    <Window opened={saved !== undefined} onClose={onDone} title={`Rename “${saved?.title ?? ""}”`}>
      {saved && <EditForm key={saved.id} saved={saved} onDone={onDone} {...props} />}
    </Window>
  );
}

function EditForm<K extends ShelfName>({
  shelf,
  saved,
  edited,
  tagsOf,
  onDone,
}: EditWindowProps<K> & { saved: Saved<K> }) {
  const { change } = useShelfActions(shelf);
  const form = useFormDraft(`rename.${saved.id}`, saved.revision, {
    title: saved.title,
    tags: tagsOf?.(saved.document) ?? [],
  });
  const { title, tags } = form.value;
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    change.mutate(
      { id: saved.id, document: edited(saved.document, title, tags), revision: saved.revision },
      {
        onSuccess: () => {
          form.forget();
          onDone();
        },
      },
    );
  };
  return (
    <form onSubmit={submit}>
      <Stack gap="sm">
        <TextInput
          label="Name"
          data-autofocus
          maxLength={120}
          value={title}
          error={change.error?.message}
          onChange={({ currentTarget }) => {
            const typed = currentTarget.value;
            form.set((now) => ({ ...now, title: typed }));
          }}
        />
        {tagsOf && (
          <TagsInput
            label="Tags"
            description="Words to find it by: warm-up, Ottoline, Tuesday. Enter ends a word."
            maxTags={MOST_TAGS}
            value={tags}
            onChange={(next) => {
              const trimmed = next.map((tag) => tag.trim().slice(0, LONGEST_TAG)).filter(Boolean);
              form.set((now) => ({ ...now, tags: trimmed }));
            }}
          />
        )}
        <Group justify="flex-end">
          <UnsavedForm form={form} />
          <Button type="submit" loading={change.isPending}>
            Save
          </Button>
        </Group>
      </Stack>
    </form>
  );
}
