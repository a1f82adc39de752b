/** A class on the server, by React Query: players, assignments, pages, worksheets, links, the archive. */
import { keepPreviousData, queryOptions, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "./client";
import { today } from "./dates";
import type { AssignmentDocument, HandoutLayout, Profile, Recipe, WorksheetSetting } from "./types";

const PLAYERS = "players";
export const ASSIGNMENTS = "assignments";
const at = (number: number) => ({ params: { path: { number } } });
const of = (player: number) => ({ params: { path: { player } } });

/** An assignment before anything is given. */
export const blankAssignment: AssignmentDocument = {
  title: "",
  recipe: null,
  routine: null,
  saved: "",
  words: "",
  listening: "",
  links: [],
  due: null,
  practice: null,
};

/** Everyone who practises, oneself first. */
export function usePlayers(archived = false) {
  return useQuery({
    queryKey: [PLAYERS, archived],
    queryFn: () => answered(client.GET("/api/players", { params: { query: { archived } } })),
  });
}

/** Add, change, archive and bring back players. */
export function usePlayerActions() {
  const queries = useQueryClient();
  const onSuccess = () =>
    Promise.all([PLAYERS, ASSIGNMENTS].map((key) => queries.invalidateQueries({ queryKey: [key] })));
  return {
    add: useMutation({
      mutationFn: (profile: Profile) => answered(client.POST("/api/players", { body: { profile, revision: 1 } })),
      onSuccess,
    }),
    change: useMutation({
      mutationFn: ({ id, profile, revision }: { id: number; profile: Profile; revision: number }) =>
        answered(client.PUT("/api/players/{player}", { ...of(id), body: { profile, revision } })),
      onSuccess,
    }),
    archive: useMutation({
      mutationFn: (id: number) => answered(client.DELETE("/api/players/{player}", of(id))),
      onSuccess,
    }),
    bringBack: useMutation({
      mutationFn: (id: number) => answered(client.POST("/api/players/{player}/brought-back", of(id))),
      onSuccess,
    }),
  };
}

/** A recipe as a player gets it, with the reason for every change. */
export function useFit(recipe: Recipe | null, profile: Profile | null, simpler: string[] = []) {
  return useQuery({
    queryKey: ["fit", recipe, profile, simpler],
    queryFn: ({ signal }) => {
      if (recipe === null || profile === null) throw new Error("There is nothing to fit");
      return answered(client.POST("/api/fits", { body: { recipe, profile, simpler }, signal }));
    },
    enabled: recipe !== null && profile !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

/** All assignments. */
export function useAssignments() {
  return useQuery({ queryKey: [ASSIGNMENTS], queryFn: () => answered(client.GET("/api/assignments")) });
}

/** An assignment with what came back; asked for again now and then, since others write to it. */
export function useAssignment(number: number) {
  return useQuery({
    queryKey: [ASSIGNMENTS, number],
    queryFn: () => answered(client.GET("/api/assignments/{number}", at(number))),
    refetchInterval: 15_000,
  });
}

/** An assignment as one player gets it; asked for again when it is made simpler. */
export function useOwnAssignment(number: number, player: number, simpler: string[], enabled: boolean) {
  return useQuery({
    queryKey: [ASSIGNMENTS, number, "own", player, simpler],
    queryFn: ({ signal }) =>
      answered(
        client.GET("/api/assignments/{number}/players/{player}", {
          params: { path: { number, player }, query: { today: today() } },
          signal,
        }),
      ),
    enabled,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

interface GivenTo {
  document: AssignmentDocument;
  players: number[];
}

/** Give, change, put away and bring back assignments; make one simpler; answer questions. */
export function useAssignmentActions() {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: [ASSIGNMENTS] });
  return {
    give: useMutation({
      mutationFn: (given: GivenTo) => answered(client.POST("/api/assignments", { body: { ...given, revision: 1 } })),
      onSuccess,
    }),
    change: useMutation({
      mutationFn: ({ id, ...body }: GivenTo & { id: number; revision: number }) =>
        answered(client.PUT("/api/assignments/{number}", { ...at(id), body })),
      onSuccess,
    }),
    archive: useMutation({
      mutationFn: (id: number) => answered(client.DELETE("/api/assignments/{number}", at(id))),
      onSuccess,
    }),
    bringBack: useMutation({
      mutationFn: (id: number) => answered(client.POST("/api/assignments/{number}/brought-back", at(id))),
      onSuccess,
    }),
    simplify: useMutation({
      mutationFn: ({ id, player, simpler }: { id: number; player: number; simpler: string[] }) =>
        answered(
          client.PUT("/api/assignments/{number}/players/{player}/simpler", {
            params: { path: { number: id, player } },
            body: { simpler },
          }),
        ),
      onSuccess,
    }),
    answer: useMutation({
      mutationFn: ({ id, question, text }: { id: number; question: number; text: string }) =>
        answered(
          client.PUT("/api/assignments/{number}/questions/{question}", {
            params: { path: { number: id, question } },
            body: { text },
          }),
        ),
      onSuccess,
    }),
  };
}

/** What a page is made from: an assignment (a recipe alone is one), for a player or as it stands. */
export interface ToPrint {
  given: AssignmentDocument;
  profile: Profile | null;
  simpler: string[];
}

/** The pages of a handout as pictures. */
export function usePages(printed: ToPrint, layout: HandoutLayout) {
  return useQuery({
    queryKey: ["pages", printed, layout],
    queryFn: ({ signal }) => answered(client.POST("/api/handouts/pages", { body: { ...printed, layout }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

/** The pages of a worksheet and its key as pictures. */
export function useWorksheetPages(setting: WorksheetSetting) {
  return useQuery({
    queryKey: ["worksheet", setting],
    queryFn: ({ signal }) => answered(client.POST("/api/worksheets/pages", { body: setting, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

/** Who asks, and whether the server is shared. */
export const visitorQuery = queryOptions({
  queryKey: ["visitor"],
  queryFn: () => answered(client.GET("/api/visitor")),
  staleTime: Infinity,
});

export const useVisitor = () => useQuery(visitorQuery);

/** Whether others can reach the server, and under which address. */
export function useSharing() {
  return useQuery({ queryKey: ["sharing"], queryFn: () => answered(client.GET("/api/sharing")) });
}

/** The links of an assignment. */
export function useShares(number: number) {
  return useQuery({
    queryKey: [ASSIGNMENTS, number, "shares"],
    queryFn: () => answered(client.GET("/api/assignments/{number}/shares", at(number))),
  });
}

const LINKS = "student-links";

/** A student's own links. */
export function useStudentLinks(player: number) {
  return useQuery({
    queryKey: [LINKS, player],
    queryFn: () => answered(client.GET("/api/players/{player}/shares", of(player))),
  });
}

/** Make and revoke a student's own link. */
export function useStudentLinkActions(player: number) {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: [LINKS, player] });
  return {
    make: useMutation({
      mutationFn: () => answered(client.POST("/api/players/{player}/shares", { ...of(player), body: { days: 90 } })),
      onSuccess,
    }),
    revoke: useMutation({
      mutationFn: (share: number) =>
        answered(
          client.DELETE("/api/players/{player}/shares/{share_id}", {
            params: { path: { player, share_id: share } },
          }),
        ),
      onSuccess,
    }),
  };
}

/** Make and revoke links; set the passphrase. */
export function useSharingActions() {
  const queries = useQueryClient();
  const onSuccess = () =>
    Promise.all([["sharing"], [ASSIGNMENTS]].map((queryKey) => queries.invalidateQueries({ queryKey })));
  return {
    share: useMutation({
      mutationFn: ({ id, players, days }: { id: number; players: number[]; days: number }) =>
        answered(client.POST("/api/assignments/{number}/shares", { ...at(id), body: { players, days } })),
      onSuccess,
    }),
    revoke: useMutation({
      mutationFn: ({ id, share }: { id: number; share: number }) =>
        answered(
          client.DELETE("/api/assignments/{number}/shares/{share_id}", {
            params: { path: { number: id, share_id: share } },
          }),
        ),
      onSuccess,
    }),
    turn: useMutation({
      mutationFn: (on: boolean) => answered(client.PUT("/api/sharing", { body: { on } })),
      onSuccess: () => queries.invalidateQueries(),
    }),
    setPassphrase: useMutation({
      mutationFn: (body: { passphrase: string; present: string }) => answered(client.PUT("/api/passphrase", { body })),
      onSuccess,
    }),
  };
}
