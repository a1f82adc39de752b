import { useState } from "react";
import { blankEntry, useEntryActions } from "../../../api/logbook";
import { useTicketActions } from "../../../api/ticket";
import type { Entry, EntryDraft, Judged, Strip } from "../../../api/types";
import type { OnStand } from "../../../parts/documents/onStand";
import { useGuest } from "../../../parts/useGuest";
import { useWho } from "../../../parts/Who";
import { tell } from "../../../parts/tell";

const MOST = 120; // letters of what was practised

interface Written {
  number: number;
  entry: EntryDraft;
}

/** Writes what was played at the stand into the logbook, whatever lasted a bar; what is said of it afterwards corrects
 * the entry.
 */
export function useLogging({ recipe, id, version, routine, assignment }: OnStand) {
  const [player] = useWho();
  const own = useEntryActions(player);
  const asGuest = useTicketActions();
  const { add, correct } = useGuest() ? asGuest : own;
  const [written, setWritten] = useState<Written | null>(null);
  const write = async (strip: Strip, seconds: number, tempo: number, judged?: Judged) => {
    if (seconds <= 0) return;
    const entry: EntryDraft = {
      ...blankEntry(),
      what: [...new Set([...(routine ? [routine.routine.title] : []), recipe.title || strip.heading])]
        .join(": ")
        .slice(0, MOST),
      recipe: id,
      version: version ?? "",
      minutes: seconds / 60,
      tempo: Math.round(tempo),
      ...strip.practised,
      notes: judged?.notes ?? 0,
      slips: judged?.slips.length ?? 0,
      slipped: judged?.slips.map(({ degree, kind }) => ({ degree, kind })) ?? [],
      source: "stand",
      assignment: assignment ?? null,
    };
    try {
      const [number] = await add.mutateAsync([entry]);
      setWritten(number === undefined ? null : { number, entry });
    } catch (error) {
      tell("It was not added to the logbook", error);
    }
  };
  const say = (word: Entry["word"]) => {
    if (written === null) return;
    correct.mutate(
      { number: written.number, entry: { ...written.entry, word } },
      {
        onSuccess: () => setWritten(null),
        onError: (error) => tell("It was not added to the logbook", error),
      },
    );
  };
  return { written, write, say, forget: () => setWritten(null) };
}
