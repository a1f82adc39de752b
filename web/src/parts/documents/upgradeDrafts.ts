/** Unsaved work that an older version kept in this browser, brought to today's names before anything is shown. */
import { answered, client } from "../../api/client";

const OLD = 1;
const KEY = /^dodecant\.(recipes|changes)\./;

interface Kept {
  document?: { version?: number };
}

function read(key: string): Kept | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? "null") as Kept | null;
  } catch {
    return null;
  }
}

/** Bring every older draft up to date; one that cannot be stays as it was. */
export async function upgradeDrafts(): Promise<void> {
  for (const key of Object.keys(localStorage)) {
    const shelf = KEY.exec(key)?.[1] as "recipes" | "changes" | undefined;
    const kept = shelf === undefined ? null : read(key);
    if (shelf === undefined || kept?.document?.version !== OLD) continue;
    try {
      const document = await answered(client.POST("/api/upgrades", { body: { shelf, document: kept.document } }));
      localStorage.setItem(key, JSON.stringify({ ...kept, document }));
    } catch {
      // Without the server nothing is shown anyway; the draft waits for the next time.
    }
  }
}
