/** How lists are searched: every word that is typed stands in the name, in any order and however signs are typed. */
import type { ComboboxItem, ComboboxParsedItem, OptionsFilter } from "@mantine/core";

/** A text without the ways to type it: "Lydian flat 7", "lydian b7" and "Lydian ♭7" are one. */
const plain = (text: string) =>
  text
    .toLowerCase()
    .replaceAll("𝄫", "bb")
    .replaceAll("♭", "b")
    .replaceAll("♯", "#")
    .replaceAll("♮", "n")
    .replace(
      /\b(flat|sharp|natural) (?=\d)/g,
      (_, word: string) => ({ flat: "b", sharp: "#", natural: "n" })[word] ?? "",
    )
    .replaceAll(/[-,]/g, " ");

/** The options of a list that hold every word of a search. */
export const matching: OptionsFilter = ({ options, search, limit }) => {
  const words = plain(search).split(/\s+/).filter(Boolean);
  const holds = ({ label }: ComboboxItem) => words.every((word) => plain(label).includes(word));
  const found: ComboboxParsedItem[] = [];
  let left = limit;
  for (const option of options) {
    const items = ("group" in option ? option.items : [option]).filter(holds).slice(0, left);
    left -= items.length;
    if (items.length > 0) found.push("group" in option ? { ...option, items } : option);
  }
  return found;
};
