/** What the keys of the computer do, for the page that lists them. */
export const SHORTCUTS: { where: string; keys: { keys: string[]; does: string }[] }[] = [
  {
    where: "Everywhere",
    keys: [
      { keys: ["/"], does: "Search everything" },
      { keys: ["?"], does: "This list" },
      { keys: ["Tab"], does: "Go to the next control; the first one skips to the page" },
      { keys: ["Esc"], does: "Close the innermost window or list" },
    ],
  },
  {
    where: "While editing",
    keys: [
      { keys: ["Ctrl", "Z"], does: "Undo" },
      { keys: ["Ctrl", "Shift", "Z"], does: "Redo" },
      { keys: ["Ctrl", "S"], does: "Save" },
    ],
  },
  {
    where: "On the bench",
    keys: [
      { keys: ["Space"], does: "Play or stop, unless the selected control uses Space" },
      { keys: ["Enter"], does: "Open the selected phrase" },
      { keys: ["←", "→"], does: "On the dial: from key to key; Enter goes to its strip" },
      { keys: ["Alt", "↑"], does: "In an ordered list: move up; Alt ↓ moves down" },
      { keys: ["0–9"], does: "With the tempo open: type another" },
    ],
  },
  {
    where: "At the stand",
    keys: [
      { keys: ["Space"], does: "Start or stop" },
      { keys: ["←", "→"], does: "Previous or next strip; Page Up and Page Down of a foot pedal do the same" },
      { keys: ["+", "−"], does: "Four beats a minute faster or slower" },
      { keys: ["1–6"], does: "What is shown: everything, numbers, contour, formula, first key only, nothing" },
      { keys: ["P"], does: "Hold to see the music" },
      { keys: ["R"], does: "Hear the first note" },
      { keys: ["1–9"], does: "In ear training: answer; H plays it again, N goes to the next" },
    ],
  },
];
