/** One client for the server; every answer that is not a success becomes an ApiError. */
import createClient from "openapi-fetch";
import { StoppedError, patiently } from "./jobs";
import type { paths } from "./schema";
import type { Job, Problem } from "./types";

export const client = createClient<paths>({ baseUrl: "/", fetch: patiently });

export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly problems: Problem[],
  ) {
    super(problems.map((problem) => `${problem.message} ${problem.cure}`.trim()).join(" "));
  }
}

const UNREACHABLE: Problem = {
  pointer: "",
  message: "Dodecant does not answer.",
  cure: "Is it still running? Start it again; what you typed stays here.",
  where: null,
};

/** Whether a request was given up, by whoever asked or by hand. */
export const isGivenUp = (error: unknown) =>
  error instanceof StoppedError || (error instanceof DOMException && error.name === "AbortError");

/** Unwrap an openapi-fetch result, or throw an ApiError. A job was waited for already. */
export async function answered<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<Exclude<T, Job>> {
  let result;
  try {
    result = await call;
  } catch (error) {
    if (isGivenUp(error)) throw error;
    throw new ApiError(0, [UNREACHABLE]);
  }
  if (result.response.ok) return result.data as Exclude<T, Job>;
  throw problemsOf(result.response.status, result.error);
}

/** Read the server's list of problems out of any failed answer. */
export function problemsOf(status: number, body: unknown): ApiError {
  const listed = (body as { problems?: Problem[] } | undefined)?.problems;
  return new ApiError(status, listed ?? [{ ...UNREACHABLE, message: "The server could not do this.", cure: "" }]);
}
