import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";
import nspell from "nspell";
import { expect, test } from "vitest";
import instead from "./instead.json";
import { documented, explained, onScreens, served } from "./texts";

const require = createRequire(import.meta.url);
const british = (file: string) => readFileSync(join(require.resolve("dictionary-en-gb"), "..", file));
const ours = readFileSync(join(import.meta.dirname, "words.txt"), "utf8")
  .split("\n")
  .filter(Boolean);

test("every word is spelled as in Britain, or stands in our dictionary", () => {
  const speller = nspell(british("index.aff"), british("index.dic"));
  for (const word of ours) speller.add(word);
  const known = new Map<string, boolean>();
  const wrong = [...onScreens(), ...served(), ...explained(), ...documented()].flatMap(({ file, text }) =>
    [...text.matchAll(/(?<![\w♭♯/.-])[A-Za-z][a-z]+(?:[’'][a-z]+)?(?![\w♭♯/]|\.\w|-\d)/g)]
      .map(([word]) => word.replace("’", "'"))
      .filter((word) => {
        if (!known.has(word)) known.set(word, speller.correct(word));
        return !known.get(word);
      })
      .map((word) => `${word} (${file})`),
  );
  expect([...new Set(wrong)]).toEqual([]);
});

/** What nobody would say in a lesson, as patterns in any case, with what to say instead; the server's tests read it too. */
const INSTEAD = instead.map(({ words, instead: better }) => [new RegExp(words, "i"), better] as const);

test("nothing is said that nobody would say in a lesson", () => {
  const said = [...onScreens(), ...served(), ...explained()];
  const odd = said.flatMap(({ file, text }) =>
    INSTEAD.filter(([words]) => words.test(text)).map(([, better]) => `${file}: “${text}” → ${better}`),
  );
  expect(odd).toEqual([]);
});
