import { useLayoutEffect, useRef } from "react";
import classes from "./Engraved.module.css";
import { drawGradually } from "./drawGradually";

interface EngravedProps {
  /** A picture from our own engraver, with note ids inside. */
  svg: string;
  /** Whether it shows what was, while the new one is on its way. */
  old?: boolean;
  /** Whether a long one may come system by system. */
  gradually?: boolean;
  className?: string;
}

const LONG = 60_000; // letters: some four systems

/** The one place where an engraved picture is put into the page. */
export function Engraved({ svg, old, gradually = false, className }: EngravedProps) {
  const ref = useRef<HTMLDivElement>(null);
  const inParts = gradually && svg.length > LONG;
  useLayoutEffect(() => {
    if (inParts && ref.current) return drawGradually(ref.current, svg);
  }, [inParts, svg]);
  return (
    <div
      key={inParts ? "in parts" : "at once"}
      ref={ref}
      className={className ? `${classes.score} ${className}` : classes.score}
      data-old={old || undefined}
      dangerouslySetInnerHTML={inParts ? undefined : { __html: svg }}
    />
  );
}
