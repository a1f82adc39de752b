import { Alert, Skeleton, Text } from "@mantine/core";
import type { Pages } from "../../api/types";
import classes from "./Pages.module.css";

interface PagesShownProps {
  pages: Pages | undefined;
  error: Error | null;
  /** Whether other pages are on their way. */
  setting: boolean;
}

/** Pages as they will be printed; while they are set anew the old ones stay. */
export function PagesShown({ pages, error, setting }: PagesShownProps) {
  if (error)
    return (
      <Alert color="lamp" title="These pages cannot be printed">
        {error.message}
      </Alert>
    );
  if (pages === undefined) return <Skeleton height={420} role="img" aria-label="Preparing the pages" />;
  const more = pages.count - pages.shown.length;
  return (
    <>
      <Text size="sm" c="dimmed" mb="xs" role="status">
        {setting ? "Preparing the pages…" : `${pages.count} ${pages.count === 1 ? "page" : "pages"}`}
        {more > 0 && !setting ? `, the first ${pages.shown.length} of them shown` : ""}
      </Text>
      <div className={classes.pages} style={{ opacity: setting ? 0.55 : 1 }}>
        {pages.shown.map((page, number) => (
          <img key={number} className={classes.page} src={page} alt={`Page ${number + 1} as it will be printed`} />
        ))}
      </div>
    </>
  );
}
