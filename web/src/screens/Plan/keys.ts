/** The twelve keys in the order in which most plans go through them: round the fourths. */
export const TWELVE = ["C", "F", "B♭", "E♭", "A♭", "D♭", "G♭", "B", "E", "A", "D", "G"];
