import { useState } from "react";
import type { Saved } from "../../api/shelves";
import classes from "./FirstBars.module.css";

/** The first bars of a recipe; fetched when its row comes near the window. One that cannot be worked out has none. */
export function FirstBars({ saved }: { saved: Saved<"recipes"> }) {
  const [failed, setFailed] = useState(false);
  return (
    <div className={classes.picture}>
      {!failed && (
        <img
          src={`/api/recipes/${saved.id}/first-bars?revision=${saved.revision}`}
          alt={`The first bars of ${saved.title}`}
          loading="lazy"
          decoding="async"
          onError={() => setFailed(true)}
        />
      )}
    </div>
  );
}
