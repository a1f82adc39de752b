/** All vocabulary there is: one's own, and the pieces that ship. */
import { useShelf } from "../../api/shelves";
import type { Piece } from "../../api/types";
import { useLoadedTables } from "../tables";

/** Every piece by a key of its own, and as options of a list; one's own come first. */
export function useVocabulary() {
  const own = useShelf("vocabulary").data ?? [];
  const { vocabulary } = useLoadedTables();
  const mine = own.map(({ id, document }) => ({ key: `own ${id}`, piece: document }));
  const shipped = vocabulary.map(({ piece }) => ({ key: `shipped ${piece.name}`, piece }));
  const pieces = new Map<string, Piece>([...mine, ...shipped].map(({ key, piece }) => [key, piece]));
  const group = (name: string, rows: typeof mine) =>
    rows.length > 0 ? [{ group: name, items: rows.map(({ key, piece }) => ({ value: key, label: piece.name })) }] : [];
  return { pieces, options: [...group("your own", mine), ...group("included", shipped)] };
}
