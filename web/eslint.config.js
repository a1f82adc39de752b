import { readdirSync } from "node:fs";
import a11y from "eslint-plugin-jsx-a11y";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/** Imports run one way: app, then screens, then parts and sound, then api. */
const onlyBelow = (folder, above) => ({
  files: [`src/${folder}/**/*.{ts,tsx}`],
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: above.map((name) => ({
          regex: `^(\\.\\./)+${name}/`,
          message: `${folder} knows nothing of ${name}.`,
        })),
      },
    ],
  },
});

/** A screen knows no other screen, and nothing of the shell. */
const SCREENS = readdirSync(new URL("src/screens", import.meta.url));
const alone = SCREENS.map((screen) =>
  onlyBelow(`screens/${screen}`, ["app", ...SCREENS.filter((other) => other !== screen)]),
);

export default tseslint.config(
  { ignores: ["src/api/schema.d.ts"] },
  ...tseslint.configs.strictTypeChecked,
  { languageOptions: { parserOptions: { project: "./tsconfig.json", tsconfigRootDir: import.meta.dirname } } },
  hooks.configs.flat.recommended,
  a11y.flatConfigs.strict,
  {
    rules: {
      "@typescript-eslint/no-confusing-void-expression": "off", // an arrow that calls a setter may be one line
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      "jsx-a11y/no-autofocus": "off", // panels move the focus into themselves, as a hand does
    },
  },
  onlyBelow("api", ["app", "screens", "parts", "sound"]),
  onlyBelow("sound", ["app", "screens", "parts"]),
  onlyBelow("parts", ["app", "screens"]),
  ...alone,
);
