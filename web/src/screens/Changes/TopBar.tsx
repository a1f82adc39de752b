import { Button, Group, TextInput } from "@mantine/core";
import { IconBook2, IconDownload, IconHammer, IconPlayerPlayFilled, IconPlayerStopFilled } from "@tabler/icons-react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { download } from "../../api/files";
import type { Saved } from "../../api/shelves";
import type { ChangesDraft, Worked } from "../../api/types";
import { DownloadMenu } from "../../parts/files/FileControls";
import { Saving } from "../../parts/Saving/Saving";
import { putOnStand } from "../../parts/documents/onStand";
import { titleOf, withTitle } from "../../parts/music/changesText";
import { useLoadedTables } from "../../parts/tables";
import { layOnBench } from "../../parts/documents/draftStore";
import type { Draft } from "../../parts/documents/useDraft";
import { chordSchedule } from "../../sound/schedule";
import type { usePlayer } from "../../sound/usePlayer";
import classes from "./Changes.module.css";

interface TopBarProps {
  draft: Draft<"changes">;
  saved: Saved<"changes"> | undefined;
  worked: Worked | undefined;
  player: ReturnType<typeof usePlayer>;
}

const stepName = (from: ChangesDraft, to: ChangesDraft) => ({
  part: from.text === to.text ? "the chosen sounds" : "the text",
});

/** The title, hearing, saving, files, and the way to the bench. */
export function TopBar({ draft, saved, worked, player }: TopBarProps) {
  const { document, setDocument } = draft;
  const navigate = useNavigate();
  const tables = useLoadedTables();
  const [unnamed, setUnnamed] = useState(false);
  const title = titleOf(document.text);
  const ready = worked !== undefined && worked.faults.length === 0;
  const idle = player.state.status === "stopped" || player.state.status === "failed";

  const takeTo = (place: "/bench" | "/stand") => {
    const { blank: recipe, fresh } = tables;
    const sounds = fresh.sounds["changes"];
    if (worked === undefined || sounds?.kind !== "changes") return;
    const take = place === "/bench" ? layOnBench : putOnStand;
    take({
      ...recipe,
      title: title && `${title}: through the changes`.slice(0, 120),
      sounds: { ...sounds, changes: document },
      path: { ...recipe.path, direction: "up" },
      keys: { ...recipe.keys, start: worked.tonic },
      numbers: "chord",
    });
    void navigate(place);
  };

  return (
    <Group gap="sm" align="flex-start">
      <TextInput
        id="changes-title"
        aria-label="Title of the changes"
        placeholder="Untitled"
        className={classes.title}
        flex="1 1 12rem"
        variant="unstyled"
        maxLength={120}
        value={title}
        error={unnamed && title === "" ? "Give the changes a name first." : undefined}
        onChange={(event) => setDocument({ ...document, text: withTitle(document.text, event.currentTarget.value) })}
      />
      <Saving
        shelf="changes"
        draft={draft}
        saved={saved}
        title={title}
        address={(id) => `/changes/${id}`}
        retitled={(one, name) => ({ ...one, text: withTitle(one.text, name) })}
        named={stepName}
        onUntitled={() => {
          setUnnamed(true);
          window.document.getElementById("changes-title")?.focus();
        }}
      />
      {idle ? (
        <Button
          variant="default"
          leftSection={<IconPlayerPlayFilled size={17} />}
          disabled={!ready}
          onClick={() => worked && void player.play(chordSchedule(worked.playing, true), 0, false)}
        >
          Hear the chords
        </Button>
      ) : (
        <Button
          leftSection={<IconPlayerStopFilled size={17} />}
          loading={player.state.status === "loading"}
          onClick={player.stop}
        >
          Stop
        </Button>
      )}
      <Button
        variant="default"
        leftSection={<IconHammer size={18} />}
        disabled={!ready}
        onClick={() => takeTo("/bench")}
      >
        Put a line over this
      </Button>
      <Button
        variant="default"
        leftSection={<IconBook2 size={18} />}
        disabled={!ready}
        onClick={() => takeTo("/stand")}
      >
        Practise this
      </Button>
      <DownloadMenu
        label="Export"
        icon={<IconDownload size={18} />}
        disabled={!ready}
        kinds={tables.changes_files}
        write={(kind) => download(`/api/changes/files/${kind}`, document)}
      />
    </Group>
  );
}
