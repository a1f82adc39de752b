/** Going to what was found. */
import { useCallback } from "react";
import { useNavigate } from "react-router";
import { answered, client } from "../../api/client";
import type { Findable } from "../../api/types";
import { layChanges, layOnBench } from "../../parts/useDraft";

export type Found = Findable;

const FORM = /^changes\/new\?form=(.+)$/;

/** Opens the place of what was found; what it begins with is laid there first, as a step that can be undone. */
export function useGoTo() {
  const navigate = useNavigate();
  return useCallback(
    async ({ place, begin }: Pick<Found, "place" | "begin">) => {
      const form = FORM.exec(place)?.[1];
      if (form !== undefined) {
        const path = { form_id: form };
        const { text } = await answered(client.GET("/api/forms/{form_id}", { params: { path } }));
        const { fresh } = await answered(client.GET("/api/tables"));
        layChanges({ ...fresh.changes, text });
        return navigate("/changes/new");
      }
      if (begin === null) return navigate(`/${place || "help"}`);
      layOnBench(begin);
      return navigate("/bench", { state: { open: place.split("/")[1] } });
    },
    [navigate],
  );
}
