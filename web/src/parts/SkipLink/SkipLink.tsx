import { Anchor } from "@mantine/core";
import type { ReactNode } from "react";
import classes from "./SkipLink.module.css";

/** For the keyboard: leads past what comes before an element; seen only while it has the focus. */
export function SkipLink({ to, children }: { to: string; children: ReactNode }) {
  return (
    <Anchor
      href={`#${to}`}
      className={classes.link}
      onClick={(event) => {
        event.preventDefault();
        document.getElementById(to)?.focus();
      }}
    >
      {children}
    </Anchor>
  );
}
