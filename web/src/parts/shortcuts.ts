/** What the keys of the computer do, for the page that lists them. */
export const SHORTCUTS: { where: string; keys: { keys: string[]; does: string }[] }[] = [
  {
    where: "Everywhere",
    keys: [
      { keys: ["/"], does: "Search everything" },
      { keys: ["?"], does: "This list" },
      { keys: ["Tab"], does: "On to the next thing; the first one skips to the page" },
      { keys: ["Esc"], does: "Close what is open, the innermost first" },
    ],
  },
  {
    where: "Where something is built",
    keys: [
      { keys: ["Ctrl", "Z"], does: "Undo" },
      { keys: ["Ctrl", "Shift", "Z"], does: "Redo" },
      { keys: ["Ctrl", "S"], does: "Save" },
    ],
  },
  {
    where: "On the bench",
    keys: [
      { keys: ["Space"], does: "Play or stop, unless something else at hand has a use for it" },
      { keys: ["Enter"], does: "Open the phrase at hand" },
      { keys: ["←", "→"], does: "On the dial: from key to key; Enter goes to its strip" },
      { keys: ["Alt", "↑"], does: "In a list that has an order: one place up; Alt ↓ one place down" },
      { keys: ["0–9"], does: "On the open tempo: type another" },
    ],
  },
  {
    where: "At the stand",
    keys: [
      { keys: ["Space"], does: "Start or stop" },
      { keys: ["←", "→"], does: "The strip before, the next one; Page Up and Page Down of a foot pedal do the same" },
      { keys: ["+", "−"], does: "Four beats a minute faster or slower" },
      { keys: ["1–6"], does: "The curtain: whole page, numbers, contour, formula, first key only, nothing" },
      { keys: ["P"], does: "Held: peek behind the curtain" },
      { keys: ["R"], does: "Hear the first note" },
      { keys: ["1–9"], does: "For the ear: answer; H hears it again, N goes to the next one" },
    ],
  },
];
