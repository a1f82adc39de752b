import {
  ActionIcon,
  Anchor,
  AppShell,
  Group,
  Menu,
  Stack,
  Text,
  Title,
  useComputedColorScheme,
  useMantineColorScheme,
} from "@mantine/core";
import { useQueryClient } from "@tanstack/react-query";
import { IconLogout, IconMenu2, IconMoon, IconSun } from "@tabler/icons-react";
import { notifications } from "@mantine/notifications";
import { useEffect } from "react";
import { Link, NavLink, Outlet, useLocation } from "react-router";
import { useVisitor } from "../api/studio";
import { goOut } from "../api/ticket";
import { REMOVED } from "../parts/Shelf/useRemoval";
import { Announced } from "../parts/Announced";
import { SkipLink } from "../parts/SkipLink/SkipLink";
import { KeysWindow } from "./KeysWindow";
import { LongWorkShown } from "./LongWorkShown";
import { Search } from "./Search/Search";
import classes from "./Shell.module.css";
import mark from "./mark.svg";

const PLACES = [
  { to: "/bench", name: "Bench" },
  { to: "/stand", name: "Stand" },
  { to: "/plan", name: "Plan" },
  { to: "/logbook", name: "Logbook" },
  { to: "/studio", name: "Studio" },
  { to: "/sounds", name: "Sounds" },
  { to: "/changes", name: "Changes" },
  { to: "/vocabulary", name: "Vocabulary" },
  { to: "/recipes", name: "Recipes" },
  { to: "/help", name: "Help" },
];

/** What a share link opens. */
const A_GUESTS = [
  { to: "/ticket", name: "Assignment" },
  { to: "/stand", name: "Stand" },
];

/** The frame of every place: name, ways to the other places, light or dark. */
export function Shell() {
  const visitor = useVisitor().data;
  const outside = visitor !== undefined && visitor.kind !== "teacher";
  const places = visitor?.kind === "guest" ? A_GUESTS : outside ? [] : PLACES;
  const { pathname } = useLocation();
  useEffect(() => {
    notifications.hide(REMOVED); // another place is another action
  }, [pathname]);
  return (
    <AppShell header={{ height: 52 }} padding={0}>
      <SkipLink to="page">Skip to the page</SkipLink>
      <AppShell.Header className={classes.header} data-bar="top">
        <Group h="100%" px={{ base: "sm", sm: "lg" }} gap="md" wrap="nowrap">
          <Link to="/" className={classes.name} aria-label="Dodecant">
            <img src={mark} alt="" width={26} height={26} />
            <span>Dodecant</span>
          </Link>
          <Group component="nav" gap="md" aria-label="Places" flex={1} className={classes.places} wrap="nowrap">
            {places.map(({ to, name }) => (
              <NavLink key={to} to={to} className={classes.place}>
                {name}
              </NavLink>
            ))}
          </Group>
          <Group ml="auto" gap="xs" wrap="nowrap">
            {!outside && <Search />}
            {visitor?.shared && visitor.kind === "teacher" && <GoOut />}
            <SchemeSwitch />
            {places.length > 0 && <FoldedPlaces places={places} />}
          </Group>
        </Group>
      </AppShell.Header>
      <AppShell.Main id="page" tabIndex={-1}>
        <Outlet />
      </AppShell.Main>
      <LongWorkShown />
      <Announced />
      <KeysWindow />
    </AppShell>
  );
}

/** The ways to the other places, where there is no room for them. */
function FoldedPlaces({ places }: { places: typeof PLACES }) {
  return (
    <Menu>
      <Menu.Target>
        <ActionIcon variant="subtle" size="lg" aria-label="Places" className={classes.folded}>
          <IconMenu2 size={22} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        {places.map(({ to, name }) => (
          <Menu.Item key={to} component={NavLink} to={to}>
            {name}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}

/** Ends the teacher's session, where others could come to this machine. */
function GoOut() {
  const queries = useQueryClient();
  return (
    <ActionIcon
      variant="subtle"
      size="lg"
      aria-label="Sign out"
      onClick={() => void goOut().then(() => queries.resetQueries())}
    >
      <IconLogout size={20} />
    </ActionIcon>
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
      <Title order={1}>Page not found</Title>
      <Text>
        There is no page at this address.{" "}
        <Anchor component={Link} to="/recipes">
          Go to your recipes
        </Anchor>
        .
      </Text>
    </Stack>
  );
}
