import classes from "./Engraved.module.css";

interface EngravedProps {
  /** A picture from our own engraver, with note ids inside. */
  svg: string;
  /** Whether it shows what was, while the new one is on its way. */
  old?: boolean;
  className?: string;
}

/** The one place where an engraved picture is put into the page. */
export function Engraved({ svg, old, className }: EngravedProps) {
  return (
    <div
      className={className ? `${classes.score} ${className}` : classes.score}
      data-old={old || undefined}
      dangerouslySetInnerHTML={{ __html: svg }}
    />
  );
}
