/** Files out of and into the application. */
import { ApiError, isGivenUp, problemsOf } from "./client";
import { patiently } from "./jobs";
import type { ArchiveLook, ChangesDraft, FileKind, ReadLick, ReadLogbook, Recipe } from "./types";

const LARGEST = 1_000_000; // bytes
const LARGEST_LOGBOOK = 16_000_000;
const LARGEST_ARCHIVE = 100_000_000;

const posted = (address: string, body: BodyInit, type: string) =>
  asked(new Request(address, { method: "POST", body, headers: { "Content-Type": type } }));

async function asked(request: Request): Promise<Response> {
  let response;
  try {
    response = await patiently(request);
  } catch (error) {
    if (isGivenUp(error)) throw error;
    throw problemsOf(0, undefined);
  }
  if (!response.ok) throw problemsOf(response.status, await response.json().catch(() => undefined));
  return response;
}

/** Have a file written and hand it to the browser as a download; its name. */
export async function download(address: string, document: object): Promise<string> {
  return saved(await posted(address, JSON.stringify(document), "application/json"));
}

/** Fetch a file that the server writes, as a download; its name. */
export async function fetched(address: string): Promise<string> {
  return saved(await asked(new Request(address)));
}

async function saved(response: Response): Promise<string> {
  const named = /filename\*=UTF-8''([^;]+)/.exec(response.headers.get("Content-Disposition") ?? "");
  const link = window.document.createElement("a");
  link.href = URL.createObjectURL(await response.blob());
  link.download = decodeURIComponent(named?.[1] ?? "dodecant");
  link.click();
  URL.revokeObjectURL(link.href);
  return link.download;
}

async function read<T>(address: string, file: File, largest = LARGEST): Promise<T> {
  if (file.size > largest) {
    const message = `This file is larger than ${largest === LARGEST ? "a megabyte" : `${largest / LARGEST} megabytes`}.`;
    throw new ApiError(413, [
      { pointer: "", message, cure: "A file of this kind is smaller; choose that one.", where: null },
    ]);
  }
  const response = await posted(address, await file.arrayBuffer(), "application/octet-stream");
  return (await response.json()) as T;
}

/** What a file can be taken for, the likeliest first; throws an ApiError for what is none of ours. */
export const kindsOf = (file: File) =>
  read<FileKind[]>(
    "/api/file-kinds",
    // Of a packed file the beginning tells; nothing else that we read is so large.
    file.size > LARGEST_LOGBOOK ? new File([file.slice(0, LARGEST)], file.name) : file,
    LARGEST_LOGBOOK,
  );

/** Read a recipe file; throws an ApiError that names what is wrong in it. */
export const readRecipeFile = (file: File) => read<Recipe>("/api/recipe-files", file);

/** Read a lick from MusicXML or MIDI; throws an ApiError. */
export const readLickFile = (file: File) => read<ReadLick>("/api/licks/readings", file);

/** Read changes from MusicXML, plain text or JSON; throws an ApiError. */
export const readChangesFile = (file: File) => read<ChangesDraft>("/api/changes/readings", file);

/** Look at a logbook file, or take what is new in it; throws an ApiError. */
export const readLogbook = (file: File, player: number, zone: string, take: boolean) =>
  read<ReadLogbook>(
    `/api/players/${player}/entry-files?${new URLSearchParams({ zone, take: String(take) })}`,
    file,
    LARGEST_LOGBOOK,
  );

/** What an archive holds and would replace, after all checks; throws an ApiError. */
export const lookAtArchive = (file: File) => read<ArchiveLook>("/api/archive/looked-at", file, LARGEST_ARCHIVE);

/** Replace everything by what an archive holds; throws an ApiError. */
export const takeArchive = (file: File) => read<ArchiveLook>("/api/archive/taken", file, LARGEST_ARCHIVE);
