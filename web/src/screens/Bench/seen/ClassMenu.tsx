import { Button, Menu } from "@mantine/core";
import { IconUsers } from "@tabler/icons-react";
import { useState } from "react";
import { blankAssignment } from "../../../api/studio";
import type { Recipe } from "../../../api/types";
import { PrintWindow } from "../../../parts/Pages/PrintWindow";
import type { SeenAs } from "./seenAs";

/** The bench seen as one of the class, and pages to hand out. */
export function ClassMenu({ recipe, seen, saved }: { recipe: Recipe; seen: SeenAs; saved: string }) {
  const [prints, setPrints] = useState(false);
  const title = recipe.title.trim() || "Exercise";
  const given = { ...blankAssignment, title, recipe, saved };
  return (
    <>
      <Menu>
        <Menu.Target>
          <Button variant="default" leftSection={<IconUsers size={18} />}>
            Students
          </Button>
        </Menu.Target>
        <Menu.Dropdown mah="70vh" style={{ overflowY: "auto" }}>
          <Menu.Item onClick={() => setPrints(true)}>Handouts</Menu.Item>
          <Menu.Divider />
          <Menu.Label>See it as</Menu.Label>
          {seen.players.map(({ id, profile }) => (
            <Menu.Item key={id} onClick={() => seen.choose(id)}>
              {profile.name}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      <PrintWindow given={given} opened={prints} onClose={() => setPrints(false)} />
    </>
  );
}
