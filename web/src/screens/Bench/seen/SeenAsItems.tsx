import { Menu } from "@mantine/core";
import type { SeenAs } from "./seenAs";

/** The class, to see the bench as one of them, as items of a menu. */
export function SeenAsItems({ seen }: { seen: SeenAs }) {
  return (
    <>
      <Menu.Label>See it as</Menu.Label>
      {seen.players.map(({ id, profile }) => (
        <Menu.Item key={id} onClick={() => seen.choose(id)}>
          {profile.name}
        </Menu.Item>
      ))}
    </>
  );
}
