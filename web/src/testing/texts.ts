/** Every text that a person reads: on the screens, in what the server names, in help and in the docs. */
import { readFileSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";

export interface Said {
  /** The file, from the root of the project. */
  file: string;
  text: string;
}

const ROOT = join(import.meta.dirname, "../../..");
const SHOWN = new Set([
  "label",
  "description",
  "placeholder",
  "title",
  "aria-label",
  "text",
  "message",
  "name",
  "error",
]);

function filesOf(folder: string, ending: RegExp): string[] {
  return readdirSync(join(ROOT, folder)).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(join(ROOT, path)).isDirectory()) return name === "static" ? [] : filesOf(path, ending);
    return ending.test(name) ? [path] : [];
  });
}

const read = (file: string) => readFileSync(join(ROOT, file), "utf8");

/** Whether a literal is shown: several words, or given to a part of the screen under a name that shows it. */
function isShown(node: ts.Node, text: string): boolean {
  if (ts.isImportDeclaration(node.parent) || ts.isLiteralTypeNode(node.parent)) return false;
  const named = ts.isJsxExpression(node.parent) ? node.parent.parent : node.parent;
  if (ts.isJsxAttribute(named) || ts.isPropertyAssignment(named)) {
    const name = named.name.getText().replaceAll('"', "");
    if (SHOWN.has(name)) return true;
    if (["className", "style", "styles", "queryKey", "d", "transform"].includes(name)) return false;
  }
  return /[A-Za-z]{2,}[,.:]? [A-Za-z]{2,}/.test(text) && !/[{};=]|^\S+\/\S+$/.test(text);
}

function inScreen(file: string): Said[] {
  const source = ts.createSourceFile(file, read(file), ts.ScriptTarget.Latest, true);
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isJsxText(node)) found.push(node.text);
    else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) {
      if (isShown(node, node.text)) found.push(node.text);
    } else if (ts.isTemplateExpression(node)) {
      const parts = [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)].join("…");
      if (isShown(node, parts)) found.push(parts);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found.map((text) => ({ file, text: text.replace(/\s+/g, " ").trim() })).filter(({ text }) => text !== "");
}

/** Texts of screens. */
export const onScreens = (): Said[] =>
  filesOf("web/src", /\.tsx?$/)
    .filter((file) => !/\.test\.|\/testing\/|schema\.d/.test(file))
    .flatMap(inScreen);

/** What the server calls things: leaves of several words of the tables. */
export function served(): Said[] {
  const file = "web/src/testing/tables.json";
  const texts: string[] = [];
  const walk = (value: unknown, name: string): void => {
    if (typeof value === "string") {
      if (["label", "use", "words", "about"].includes(name) || /[a-z]{2,} [a-z]{2,}/.test(value)) texts.push(value);
    } else if (typeof value === "object" && value !== null) {
      for (const [key, inner] of Object.entries(value)) if (key !== "blank" && key !== "fresh") walk(inner, key);
    }
  };
  walk(JSON.parse(read(file)), "");
  return [...new Set(texts)].map((text) => ({ file, text }));
}

/** Help and explanations. */
export const explained = (): Said[] =>
  filesOf("src/dodecant/exercise/wording", /\.toml$/).flatMap((file) =>
    [...read(file).matchAll(/^(?:text|title) = "(.*)"$/gm)].map(([, text = ""]) => ({ file, text })),
  );

/** The docs, without what is code. */
export const documented = (): Said[] =>
  ["README.md", "CONTRIBUTING.md", "CHANGELOG.md", ...filesOf("docs", /\.md$/)].map((file) => ({
    file,
    text: read(file)
      .replace(/```[^]*?```/g, " ")
      .replace(/`[^`]*`/g, " ")
      .replace(/\]\([^)]*\)/g, "]")
      .replace(/<[^>]*>/g, " "),
  }));
