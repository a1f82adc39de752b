/** Files out of and into the application. */
import { ApiError, problemsOf } from "./client";
import { patiently } from "./jobs";
import type { ChangesDraft, ReadLick, Recipe } from "./types";

const LARGEST = 1_000_000; // bytes

async function posted(address: string, body: BodyInit, type: string): Promise<Response> {
  let response;
  try {
    const request = new Request(address, { method: "POST", body, headers: { "Content-Type": type } });
    response = await patiently(request);
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw problemsOf(0, undefined);
  }
  if (!response.ok) throw problemsOf(response.status, await response.json().catch(() => undefined));
  return response;
}

/** Have a file written and hand it to the browser as a download; its name. */
export async function download(address: string, document: object): Promise<string> {
  const response = await posted(address, JSON.stringify(document), "application/json");
  const named = /filename\*=UTF-8''([^;]+)/.exec(response.headers.get("Content-Disposition") ?? "");
  const link = window.document.createElement("a");
  link.href = URL.createObjectURL(await response.blob());
  link.download = decodeURIComponent(named?.[1] ?? "dodecant");
  link.click();
  URL.revokeObjectURL(link.href);
  return link.download;
}

async function read<T>(address: string, file: File): Promise<T> {
  if (file.size > LARGEST) {
    const message = "This file is larger than a megabyte.";
    throw new ApiError(413, [{ pointer: "", message, cure: "A file of this kind has a few kilobytes.", where: null }]);
  }
  const response = await posted(address, await file.arrayBuffer(), "application/octet-stream");
  return (await response.json()) as T;
}

/** Read a recipe file; throws an ApiError that names what is wrong in it. */
export const readRecipeFile = (file: File) => read<Recipe>("/api/recipe-files", file);

/** Read a lick from MusicXML or MIDI; throws an ApiError. */
export const readLickFile = (file: File) => read<ReadLick>("/api/licks/readings", file);

/** Read changes from MusicXML, plain text or JSON; throws an ApiError. */
export const readChangesFile = (file: File) => read<ChangesDraft>("/api/changes/readings", file);
