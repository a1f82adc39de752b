/** How strips are shown, remembered in this browser: on a staff, as a line of numbers, or both. */
import { useLocalStorage } from "@mantine/hooks";

export type Shown = "staff" | "line" | "both";

export const SHOWN: { value: Shown; label: string }[] = [
  { value: "staff", label: "on a staff" },
  { value: "line", label: "as a line with numbers" },
  { value: "both", label: "both" },
];

export const useShown = () => useLocalStorage<Shown>({ key: "dodecant.shown", defaultValue: "staff" });
