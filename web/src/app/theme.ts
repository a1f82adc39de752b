/** The look, set once: type, colour, spacing. docs/look.md tells why. */
import {
  Anchor,
  Autocomplete,
  Input,
  type MantineColorsTuple,
  Menu,
  MultiSelect,
  NumberInput,
  Popover,
  Select,
  createTheme,
} from "@mantine/core";
import type { FocusEvent } from "react";
import { matching } from "../parts/fields/matching";

const SIGNS = "'Dodecant Signs'";

/** The colour of deep water at the quay: what can be acted on. */
const tide: MantineColorsTuple = [
  "#e8f4f5",
  "#d3e6e8",
  "#a6cdd2",
  "#74b2ba",
  "#4b9aa5",
  "#2f8b98",
  "#1b7a87",
  "#0f6673",
  "#0f5b66",
  "#0a454e",
];

/** The colour of a lamp: what sounds now, what needs attention. */
const lamp: MantineColorsTuple = [
  "#fff6e1",
  "#ffeccb",
  "#ffd898",
  "#f9c15f",
  "#f4b942",
  "#e3a11f",
  "#c98a10",
  "#a66e05",
  "#835503",
  "#5f3d00",
];

/** Night on the water: the dark scheme's greys. */
const dark: MantineColorsTuple = [
  "#dfe5e6",
  "#b9c3c6",
  "#98a5a9",
  "#75848a",
  "#4e5d64",
  "#364349",
  "#25313a",
  "#172128",
  "#111a20",
  "#0b1216",
];

// A list scrolls by itself, so that assistive technology finds what scrolls.
const LISTS = {
  comboboxProps: { withinPortal: false },
  withScrollArea: false,
  openOnFocus: false,
  filter: matching,
  nothingFoundMessage: "Nothing matches. Try fewer letters.",
};
// What is typed into a field takes the place of what stood there.
const REPLACED = {
  onFocus: ({ currentTarget }: FocusEvent<HTMLInputElement>) => {
    if (!currentTarget.readOnly) currentTarget.select();
  },
};
const LONG_LISTS = { options: { maxHeight: 240, overflowY: "auto" as const } };

export const theme = createTheme({
  colors: { tide, lamp, dark },
  primaryColor: "tide",
  primaryShade: { light: 8, dark: 6 },
  autoContrast: true,
  fontFamily: `'Figtree Variable', ${SIGNS}, sans-serif`,
  headings: { fontFamily: `'Literata Variable', ${SIGNS}, serif`, fontWeight: "650" },
  defaultRadius: "sm",
  cursorType: "pointer",
  respectReducedMotion: true,
  focusRing: "auto",
  components: {
    // What explains a field stands under it, so that fields side by side are level.
    InputWrapper: Input.Wrapper.extend({
      defaultProps: { inputWrapperOrder: ["label", "input", "description", "error"] },
    }),
    Anchor: Anchor.extend({ defaultProps: { underline: "always" } }),
    NumberInput: NumberInput.extend({ defaultProps: REPLACED }),
    Select: Select.extend({ defaultProps: { allowDeselect: false, ...LISTS, ...REPLACED }, styles: LONG_LISTS }),
    MultiSelect: MultiSelect.extend({ defaultProps: LISTS, styles: LONG_LISTS }),
    Autocomplete: Autocomplete.extend({ defaultProps: { filter: matching } }),
    Popover: Popover.extend({ defaultProps: { withArrow: true, shadow: "md", trapFocus: true, returnFocus: true } }),
    Menu: Menu.extend({
      defaultProps: {
        withArrow: true,
        position: "bottom-end",
        withinPortal: false,
        withInitialFocusPlaceholder: false,
      },
    }),
  },
});
