import { useNavigate } from "react-router";
import type { Recipe } from "../../api/types";
import { putOnStand } from "../../parts/documents/onStand";
import { useLoadedTables } from "../../parts/tables";

/** Puts a sound in a key on the stand, at a tempo; what is no scale of the catalogue leads to the recipes. */
export function usePractise() {
  const { blank, scales } = useLoadedTables();
  const navigate = useNavigate();
  return (sound: string, key: string, tempo: number, value = "") => {
    const scale = scales.find(({ name }) => name === sound);
    if (scale === undefined) {
      void navigate("/recipes");
      return;
    }
    const recipe: Recipe = {
      ...blank,
      title: `${key} ${sound}`,
      sounds: { kind: "one", scale: scale.id },
      keys: { ...blank.keys, order: "picked", picked: [key] },
      tempo,
      placement: value ? { ...blank.placement, value: value as Recipe["placement"]["value"] } : blank.placement,
    };
    putOnStand(recipe);
    void navigate("/stand");
  };
}
