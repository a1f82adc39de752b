import {
  ActionIcon,
  Anchor,
  AppShell,
  Group,
  Stack,
  Text,
  Title,
  useComputedColorScheme,
  useMantineColorScheme,
} from "@mantine/core";
import { IconMoon, IconSun } from "@tabler/icons-react";
import { Link, NavLink, Outlet } from "react-router";
import { LongWorkShown } from "./LongWorkShown";
import classes from "./Shell.module.css";
import mark from "./mark.svg";

const PLACES = [
  { to: "/bench", name: "Bench" },
  { to: "/sounds", name: "Sounds" },
  { to: "/changes", name: "Changes" },
  { to: "/vocabulary", name: "Vocabulary" },
  { to: "/recipes", name: "Recipes" },
];

/** The frame of every place: name, ways to the other places, light or dark. */
export function Shell() {
  return (
    <AppShell header={{ height: 52 }} padding={0}>
      <AppShell.Header className={classes.header}>
        <Group h="100%" px="lg" gap="xl" wrap="nowrap">
          <Link to="/recipes" className={classes.name}>
            <img src={mark} alt="" width={26} height={26} />
            Dodecant
          </Link>
          <Group component="nav" gap="lg" aria-label="Places" flex={1}>
            {PLACES.map(({ to, name }) => (
              <NavLink key={to} to={to} className={classes.place}>
                {name}
              </NavLink>
            ))}
          </Group>
          <SchemeSwitch />
        </Group>
      </AppShell.Header>
      <AppShell.Main>
        <Outlet />
      </AppShell.Main>
      <LongWorkShown />
    </AppShell>
  );
}

function SchemeSwitch() {
  const scheme = useComputedColorScheme("light");
  const { setColorScheme } = useMantineColorScheme();
  const other = scheme === "dark" ? "light" : "dark";
  return (
    <ActionIcon variant="subtle" size="lg" aria-label={`Use ${other} colours`} onClick={() => setColorScheme(other)}>
      {scheme === "dark" ? <IconSun size={20} /> : <IconMoon size={20} />}
    </ActionIcon>
  );
}

export function NotFound() {
  return (
    <Stack p="xl" align="flex-start">
      <Title order={1}>Nothing is moored here</Title>
      <Text>
        This address leads nowhere.{" "}
        <Anchor component={Link} to="/recipes">
          Go to your recipes
        </Anchor>
        .
      </Text>
    </Stack>
  );
}
