/** Going to what was found. */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { useNavigate } from "react-router";
import { answered, client } from "../api/client";
import type { Findable } from "../api/types";
import { tablesQuery } from "./queries";
import { layChanges, layOnBench } from "./documents/draftStore";

const FORM = /^changes\/new\?form=(.+)$/;

/** Opens the place of what was found; what it begins with is laid there first, as a step that can be undone. */
export function useGoTo() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  return useCallback(
    async ({ place, begin }: Pick<Findable, "place" | "begin">) => {
      const form = FORM.exec(place)?.[1];
      if (form !== undefined) {
        const path = { form_id: form };
        const { text } = await answered(client.GET("/api/forms/{form_id}", { params: { path } }));
        const { fresh } = await queries.query({ ...tablesQuery, staleTime: "static" });
        layChanges({ ...fresh.changes, text });
        return navigate("/changes/new");
      }
      if (begin === null) return navigate(`/${place || "help"}`);
      layOnBench(begin);
      return navigate("/bench", { state: { open: place.split("/")[1] } });
    },
    [navigate, queries],
  );
}
