/** Opening any file that we read, wherever it is opened: it goes where it belongs. */
import { notifications } from "@mantine/notifications";
import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { kindsOf, readChangesFile, readLickFile, readRecipeFile } from "../../api/files";
import { saveNew } from "../../api/shelves";
import type { FileKind, Recipe, Tables } from "../../api/types";
import { handOver, reading } from "./useArrived";
import { beginAnew } from "../documents/asides";
import { layChanges, layOnBench } from "../documents/draftStore";
import { withLick } from "../music/lick";
import { useLoadedTables } from "../tables";

/** What a place does itself with files of its own kinds. */
export type OwnFiles = Partial<Record<FileKind, (file: File) => Promise<void>>>;

/** All that can be opened, by the endings of the names. */
export const OPENED = ".json,.musicxml,.xml,.mxl,.mid,.midi,.txt,.csv,.zip,application/json,text/csv";

/** Where documents are found that are saved at once, and what several of them are called. */
const SAVED = {
  scales: ["/sounds", "your scales"],
  "sound-lists": ["/bench", "your lists of scales"],
  rhythms: ["/bench", "your rhythms"],
  vocabulary: ["/vocabulary", "your vocabulary"],
  routines: ["/plan?show=routines", "your routines"],
  styles: ["/studio", "your handout layouts"],
  worksheets: ["/studio?show=worksheets", "your worksheets"],
} as const;

const isSaved = (kind: FileKind): kind is keyof typeof SAVED => kind in SAVED;

/** What opens a file, if one was chosen: on the bench, as changes, on its shelf, or in the logbook or the studio, which look at it first. */
export function useOpenFile(own: OwnFiles) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const tables = useLoadedTables();
  const onBench = (recipe: Recipe) => {
    beginAnew("recipes");
    layOnBench(recipe);
    return navigate("/bench");
  };
  const open = async (file: File): Promise<void> => {
    const kinds = await kindsOf(file);
    const kind = kinds.find((one) => own[one]) ?? kinds[0];
    if (kind === undefined) return;
    const here = own[kind];
    if (here) return here(file);
    if (isSaved(kind)) {
      const [place, words] = SAVED[kind];
      const { title } = await saveNew(kind, JSON.parse(await file.text()));
      await queries.invalidateQueries({ queryKey: [kind, "list"] });
      notifications.show({ message: `“${title}” is saved with ${words}.` });
      return navigate(place);
    }
    switch (kind) {
      case "recipes":
        return onBench(await readRecipeFile(file));
      case "lick":
        return onBench(await lickRecipe(file, tables));
      case "changes":
        beginAnew("changes");
        layChanges(await readChangesFile(file));
        return navigate("/changes/new");
      case "logbook":
        handOver(kind, file);
        return navigate("/logbook");
      case "archive":
        handOver(kind, file);
        return navigate("/studio?show=house");
    }
  };
  return (file: File | null | undefined) => reading(file, open);
}

async function lickRecipe(file: File, tables: Tables): Promise<Recipe> {
  const read = await readLickFile(file);
  if (read.adjustments.length > 0)
    notifications.show({ title: `${file.name} was read`, message: read.adjustments.join(" "), autoClose: 12000 });
  const title = file.name.replace(/\.[^.]*$/, "").slice(0, 120);
  return withLick({ ...tables.blank, title }, { kind: "lick", text: "", over: "", fit: "sound" }, read, tables);
}
