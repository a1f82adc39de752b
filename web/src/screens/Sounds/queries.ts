/** What the screen of sounds asks the server for. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client } from "../../api/client";
import { useShelf } from "../../api/shelves";
import type { MapAsked, ScaleChoice } from "../../api/types";

/** A sound on a tonic, laid open; the one before stays until the next is there. */
export function useSound(scale: ScaleChoice, tonic: string) {
  return useQuery({
    queryKey: ["sound", scale, tonic],
    queryFn: () => answered(client.POST("/api/sounds/laid-open", { body: { scale, tonic } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

/** A map of a sound on an instrument; the one before stays until the next is there. */
export function useMap(asked: MapAsked) {
  return useQuery({
    queryKey: ["map", asked],
    queryFn: () => answered(client.POST("/api/sounds/maps", { body: asked })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

export type SearchBy = "name" | "notes" | "chord";

/** Sounds that answer a search; nothing typed finds nothing. */
export function useFoundSounds(by: SearchBy, text: string) {
  const own = useShelf("scales").data?.map(({ document }) => document) ?? [];
  return useQuery({
    queryKey: ["found", by, text, own],
    queryFn: () => answered(client.POST("/api/sounds/found", { body: { by, text, own } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
    enabled: text.trim() !== "",
  });
}

/** The shortest way from the first scale through the others by one altered note each. */
export function useWay(scales: ScaleChoice[]) {
  return useQuery({
    queryKey: ["way", scales],
    queryFn: () => answered(client.POST("/api/sounds/ways", { body: { scales } })),
    retry: false,
    enabled: scales.length > 1,
  });
}
