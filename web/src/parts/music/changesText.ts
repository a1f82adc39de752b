/** Small edits of a text of changes; reading it is the server's work. */

const TITLE = /^[ \t]*title[ \t]*:[ \t]*(.*)$/im;

/** The title set in a text, or nothing. */
export function titleOf(text: string): string {
  return TITLE.exec(text)?.[1]?.trim() ?? "";
}

/** The text under another title; the line is put in where there was none. */
export function withTitle(text: string, title: string): string {
  const line = `title: ${title}`;
  return TITLE.test(text) ? text.replace(TITLE, () => line) : `${line}\n${text}`;
}

/** Line (from 1) and the words at a place of the text, for a person to find them. */
export function placeOf(text: string, where: number, length: number): { line: number; words: string } {
  const before = text.slice(0, where);
  return {
    line: before.split("\n").length,
    words:
      text
        .slice(where, where + length)
        .split("\n")[0]
        ?.slice(0, 24) ?? "",
  };
}
