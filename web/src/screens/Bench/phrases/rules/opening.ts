/** Opening a phrase from another one: a rule that was just added shows its own panel. */
import { createContext } from "react";
import type { Phrase } from "../../../../api/types";

/** The name of a phrase; of several of a kind each has its own. */
export const keyOfPhrase = (id: Phrase["id"], place: number | null) => `${id}${place ?? ""}`;

export const Opening = createContext<{ wanted: string; open: (key: string) => void }>({
  wanted: "",
  open: () => undefined,
});
