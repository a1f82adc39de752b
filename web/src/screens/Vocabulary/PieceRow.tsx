import { ActionIcon, Button, Group, MultiSelect, Stack, Text, TextInput, Tooltip } from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import { notifications } from "@mantine/notifications";
import { IconCopy, IconHammer, IconPencil, IconTrash } from "@tabler/icons-react";
import type { ReactNode, SubmitEvent } from "react";
import { useNavigate } from "react-router";
import { type Saved, useShelfActions } from "../../api/shelves";
import type { Piece, Preview, Recipe } from "../../api/types";
import classes from "../../parts/Shelf/Shelf.module.css";
import { failed, useRemoval } from "../../parts/Shelf/useRemoval";
import { Sketch } from "../../parts/fields/Sketch";
import { Amount } from "../../parts/fields/Amount";
import { Choice, useOffered } from "../../parts/fields/Choice";
import { layOnBench } from "../../parts/documents/draftStore";
import { UnsavedForm } from "../../parts/Saving/UnsavedForm";
import { useFormDraft } from "../../parts/documents/useFormDraft";
import { Window } from "../../parts/Window";

/** A piece that ships: to the bench, or a copy of one's own. */
export function ShippedPiece({ piece, ...shown }: Omit<RowProps, "children">) {
  const { add } = useShelfActions("vocabulary");
  const copy = () =>
    add.mutate(piece, {
      onError: failed,
      onSuccess: () => notifications.show({ message: `“${piece.name}” is copied to your own.` }),
    });
  return (
    <Row piece={piece} {...shown}>
      <Action name={`Copy ${piece.name}`} icon={<IconCopy size={18} />} onClick={copy} />
    </Row>
  );
}

/** A piece of one's own: to the bench, to be corrected, copied or deleted. */
export function OwnPiece({ saved, ...shown }: { saved: Saved<"vocabulary"> } & Pick<RowProps, "preview" | "recipe">) {
  const { copy } = useShelfActions("vocabulary");
  const remove = useRemoval("vocabulary");
  const [correcting, correct] = useDisclosure();
  const { title } = saved;
  return (
    <Row piece={saved.document} about={saved.about} {...shown}>
      <Action name={`Correct ${title}`} icon={<IconPencil size={18} />} onClick={correct.open} />
      <Action
        name={`Duplicate ${title}`}
        icon={<IconCopy size={18} />}
        onClick={() => copy.mutate(saved.id, { onError: failed })}
      />
      <Action name={`Delete ${title}`} icon={<IconTrash size={18} />} onClick={() => remove(saved)} />
      <Window opened={correcting} onClose={correct.close} title={`“${title}”: its name and where it fits`}>
        <CorrectForm saved={saved} onDone={correct.close} />
      </Window>
    </Row>
  );
}

interface RowProps {
  piece: Piece;
  about: string;
  /** The recipe that plays it; none until it is known, or where it cannot be played. */
  recipe: Recipe | null;
  /** Its first notes, once they are known. */
  preview: Preview | undefined;
  children: ReactNode;
}

function Row({ piece, about, recipe, preview, children }: RowProps) {
  const navigate = useNavigate();
  const toBench = () => {
    if (recipe === null) return;
    layOnBench(recipe);
    void navigate("/bench");
  };
  return (
    <li className={classes.row}>
      <div className={classes.words}>
        <Text fw={600}>{piece.name}</Text>
        <Text size="sm" c="dimmed">
          {about}
        </Text>
        <Text size="sm" mih={21}>
          {preview?.names}
        </Text>
      </div>
      {preview && preview.notes.length > 0 && <Sketch notes={preview.notes} width={150} height={44} />}
      <Group gap={4} wrap="nowrap">
        <Action name={`Open ${piece.name} on the bench`} icon={<IconHammer size={18} />} onClick={toBench} />
        {children}
      </Group>
    </li>
  );
}

function Action({ name, icon, onClick }: { name: string; icon: ReactNode; onClick: () => void }) {
  return (
    <Tooltip label={name.split(" ")[0]} openDelay={300}>
      <ActionIcon variant="subtle" size="lg" aria-label={name} onClick={onClick}>
        {icon}
      </ActionIcon>
    </Tooltip>
  );
}

/** Its name, and where it fits in its owner's eyes; what is left empty is worked out. */
function CorrectForm({ saved, onDone }: { saved: Saved<"vocabulary">; onDone: () => void }) {
  const { change } = useShelfActions("vocabulary");
  const form = useFormDraft<Piece>(`piece.${saved.id}`, saved.revision, saved.document);
  const piece = form.value;
  const set = (more: Partial<Piece>) => form.set((now) => ({ ...now, ...more }));
  const families = useOffered<Piece["families"][number]>("Where.quality").filter(({ value }) => value !== "any");
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    change.mutate(
      { id: saved.id, document: piece, revision: saved.revision },
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
          maxLength={60}
          value={piece.name}
          error={change.error?.message}
          onChange={(event) => set({ name: event.currentTarget.value })}
        />
        <Text size="sm">{saved.about}</Text>
        <MultiSelect
          label="Over chords that are"
          description="Empty: as it is worked out."
          data={families}
          value={piece.families}
          onChange={(chosen) => set({ families: chosen })}
        />
        <Choice label="Which are" field="Where.role" value={piece.role} onChange={(role) => set({ role })} />
        <Group grow>
          <Amount
            label="Beats it needs"
            description="0: as it is worked out."
            field="VocabularyPiece.beats"
            value={piece.beats}
            onChange={(beats) => set({ beats })}
          />
          <Amount
            label="Level"
            description="0: as it is worked out."
            field="VocabularyPiece.level"
            value={piece.level}
            onChange={(level) => set({ level })}
          />
        </Group>
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
