/** The server's tables for everything below: what can be chosen, what it is called, how far it may go. */
import { type ReactNode, createContext, use } from "react";
import type { Tables } from "../api/types";

const Context = createContext<Tables | null>(null);

export function TablesProvider({ tables, children }: { tables: Tables; children: ReactNode }) {
  return <Context value={tables}>{children}</Context>;
}

/** The tables; throws outside of their provider. */
export function useLoadedTables(): Tables {
  const tables = use(Context);
  if (tables === null) throw new Error("useLoadedTables needs a TablesProvider above it");
  return tables;
}

/** Value and label of every choice of a field ("Path.by"), in order. */
export function choicesOf(tables: Tables, field: string) {
  const found = tables.choices[field];
  if (found === undefined) throw new Error(`No choices are served for ${field}`);
  return found;
}

/** What a value of a field is called; what the server knows no words for is called as it is. */
export const labelOf = (tables: Tables, field: string, value: string) =>
  choicesOf(tables, field).find((one) => one.value === value)?.label ?? value;

/** The least and the most of a field ("Call.bars"), or of a list or text. */
export function limitsOf(tables: Tables, field: string) {
  const found = tables.limits[field];
  if (found === undefined) throw new Error(`No limits are served for ${field}`);
  return {
    least: found.least ?? 0,
    most: found.most ?? Number.MAX_SAFE_INTEGER,
    longest: found.longest ?? undefined,
  };
}

/** A fresh document of a kind. */
export function freshOf<T>(fresh: Record<string, T>, kind: string): T {
  const found = fresh[kind];
  if (found === undefined) throw new Error(`The server knows no ${kind}`);
  return found;
}
