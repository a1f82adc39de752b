/** Which phrase is open: a rule that was just added shows its own panel. */
import { createContext } from "react";
import type { Phrase } from "../../../../api/types";

/** The name of a phrase; of several of a kind each has its own: "rules-2". */
export const keyOfPhrase = (id: Phrase["id"], place: number | null) => (place === null ? id : `${id}-${place}`);

/** A phrase by its name. */
export function idOfPhrase(key: string): { id: Phrase["id"]; place?: number } {
  const [id, place] = key.split("-") as [Phrase["id"], string | undefined];
  return place === undefined ? { id } : { id, place: Number(place) };
}

export const Opening = createContext<{ opened: string; open: (key: string) => void }>({
  opened: "",
  open: () => undefined,
});
