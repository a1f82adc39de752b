/** What the screen of changes asks the server for. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client } from "../../api/client";
import type { ChangesDraft, ScaleChoice } from "../../api/types";

export type House = "words" | "signs";

/** Changes worked out as they are typed; the last answer stays until the next one is there. */
export function useWorkedChanges(draft: ChangesDraft, house: House) {
  return useQuery({
    queryKey: ["worked", draft, house],
    queryFn: ({ signal }) => answered(client.POST("/api/changes/worked", { body: { draft, house }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

export type Acceptance = "strict" | "usual" | "easy";

/** The fewest sounds that serve the changes. */
export function useFewest(draft: ChangesDraft, accepted: Acceptance, wanted: boolean) {
  return useQuery({
    queryKey: ["fewest", draft, accepted],
    queryFn: () => answered(client.POST("/api/changes/fewest", { body: { draft, accepted } })),
    placeholderData: keepPreviousData,
    retry: false,
    enabled: wanted,
  });
}

/** What one sound becomes over every chord of the changes. */
export function useGrid(draft: ChangesDraft, tonic: string, scale: ScaleChoice, wanted: boolean) {
  return useQuery({
    queryKey: ["grid", draft, tonic, scale],
    queryFn: () => answered(client.POST("/api/changes/grid", { body: { draft, tonic, scale } })),
    placeholderData: keepPreviousData,
    retry: false,
    enabled: wanted,
  });
}
