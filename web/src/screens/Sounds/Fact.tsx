import type { ReactNode } from "react";

/** One line of a list of facts. */
export function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>{children || "–"}</dd>
    </>
  );
}
