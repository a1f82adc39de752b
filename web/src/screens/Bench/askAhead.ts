import { queries } from "../../api/queries";
import { savedQuery } from "../../api/shelves";
import { openedDocument } from "../../parts/documents/useDraft";
import { exerciseQuery, tablesQuery } from "../../parts/queries";
import { likelyRoom, widthsIn } from "./useColumns";

/** Asks for what the bench will show as soon as its address is known: it is worked out while the screen is drawn. */
export async function askAhead(id: string | undefined): Promise<void> {
  const [tables, saved] = await Promise.all([
    queries.query(tablesQuery),
    id === undefined ? undefined : queries.query(savedQuery("recipes", id)),
  ]);
  await queries.query(exerciseQuery(openedDocument("recipes", saved, tables.blank), widthsIn(likelyRoom())));
}
