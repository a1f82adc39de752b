/** How strips are shown, remembered in this browser: on a staff, as a line of numbers, or both. */
import { useLocalStorage } from "@mantine/hooks";

export type Shown = "staff" | "line" | "both";

export const SHOWN: Record<Shown, string> = {
  staff: "on a staff",
  line: "as a line with numbers",
  both: "both",
};

export const useShown = () => useLocalStorage<Shown>({ key: "dodecant.shown", defaultValue: "staff" });
