import { Button, Menu } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { IconBulb } from "@tabler/icons-react";
import { useRef } from "react";
import { answered, client } from "../../api/client";
import type { Recipe } from "../../api/types";
import { mergePatch } from "../../parts/documents/patch";
import { useLoadedTables } from "../../parts/tables";
import { tell } from "../../parts/tell";

interface IdeasProps {
  recipe: Recipe;
  onChange: (recipe: Recipe) => void;
}

const LEVELS = [
  [1, "Surprise me, gently"],
  [3, "Surprise me"],
  [5, "Surprise me, boldly"],
] as const;

const freshSeed = () => Math.floor(Math.random() * 100_000);

/** Fewer sounds: the first of several alone. */
function firstSound(recipe: Recipe): Recipe {
  const { sounds } = recipe;
  const [first] = sounds.kind === "several" || sounds.kind === "morph" ? sounds.scales : [];
  return first === undefined ? recipe : { ...recipe, sounds: { kind: "one", scale: first } };
}

/** Harder, easier, simpler, or something nobody thought of. */
export function Ideas({ recipe, onChange }: IdeasProps) {
  const { simpler } = useLoadedTables();
  const history = useRef<string[]>([]); // what changed in the versions so far
  const vary = async (way: "harder" | "easier") => {
    try {
      const found = await answered(client.POST("/api/variations", { body: { recipe, way } }));
      onChange(found.recipe);
      notifications.show({ message: `${way === "harder" ? "Harder" : "Easier"}: now ${found.words}.` });
    } catch (error) {
      tell(way === "harder" ? "It cannot get harder" : "It cannot get easier", error);
    }
  };
  const version = async () => {
    try {
      const body = { recipe, times: 1, history: history.current };
      const found = await answered(client.POST("/api/versions", { body }));
      history.current = [...history.current, found.change];
      onChange(found.recipe);
      notifications.show({ message: `A new version: ${found.words}.` });
    } catch (error) {
      tell("There is no new version", error);
    }
  };
  const surprise = async (level: number) => {
    try {
      const body = { level, seed: freshSeed(), player: recipe.player };
      const found = await answered(client.POST("/api/surprises", { body }));
      onChange({ ...found, title: recipe.title });
    } catch (error) {
      tell("No surprise found", error);
    }
  };
  const several = recipe.sounds.kind === "several" || recipe.sounds.kind === "morph";
  return (
    <Menu>
      <Menu.Target>
        <Button variant="default" leftSection={<IconBulb size={18} />}>
          Ideas
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item onClick={() => void vary("harder")}>One step harder</Menu.Item>
        <Menu.Item onClick={() => void vary("easier")}>One step easier</Menu.Item>
        <Menu.Item onClick={() => void version()}>A new version</Menu.Item>
        <Menu.Divider />
        <Menu.Label>Simpler</Menu.Label>
        {simpler.map(({ label, patch }) => (
          <Menu.Item key={label} onClick={() => onChange(mergePatch(recipe, patch))}>
            {label}
          </Menu.Item>
        ))}
        {several && <Menu.Item onClick={() => onChange(firstSound(recipe))}>The first scale only</Menu.Item>}
        <Menu.Divider />
        {LEVELS.map(([level, name]) => (
          <Menu.Item key={level} onClick={() => void surprise(level)}>
            {name}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
