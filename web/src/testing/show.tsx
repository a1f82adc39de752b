/** Shows a part as it stands in the application: with the look, the server's tables and a cache. */
import { MantineProvider } from "@mantine/core";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import { type ReactNode, useState } from "react";
import type { Tables } from "../api/types";
import { theme } from "../app/theme";
import { TablesProvider } from "../parts/tables";
import served from "./tables.json";

/** The tables as the server serves them (`make types` writes them). */
export const TABLES = served as unknown as Tables;

/** What stands around every part in the application. */
export function Around({ children }: { children: ReactNode }) {
  return (
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MantineProvider theme={theme} env="test">
        <TablesProvider tables={TABLES}>{children}</TablesProvider>
      </MantineProvider>
    </QueryClientProvider>
  );
}

export const show = (part: ReactNode) => render(<Around>{part}</Around>);

/** A part whose value changes as it would on a screen; every change is told. */
export function Held<T>({ first, onChange, children }: HeldProps<T>) {
  const [value, setValue] = useState(first);
  return children(value, (next) => {
    setValue(next);
    onChange(next);
  });
}

interface HeldProps<T> {
  first: T;
  onChange: (value: T) => void;
  children: (value: T, set: (value: T) => void) => ReactNode;
}
