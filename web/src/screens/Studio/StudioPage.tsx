import { Box, Group, Tabs, Title } from "@mantine/core";
import shelf from "../../parts/Shelf/Shelf.module.css";
import { useTab } from "../../parts/useTab";
import { Assignments } from "./assignments/Assignments";
import { House } from "./House";
import { People } from "./people/People";
import { Worksheets } from "./Worksheets";

/** The studio: the class, what it was given and what came back, worksheets, links and moving house. */
export function Component() {
  const tab = useTab("assignments");
  return (
    <Box className={shelf.page}>
      <title>Studio · Dodecant</title>
      <Group mb="md" align="flex-end">
        <Title order={1} size="h2" flex={1}>
          Studio
        </Title>
      </Group>
      <Tabs {...tab}>
        <Tabs.List>
          <Tabs.Tab value="assignments">Assignments</Tabs.Tab>
          <Tabs.Tab value="players">Players</Tabs.Tab>
          <Tabs.Tab value="worksheets">Worksheets</Tabs.Tab>
          <Tabs.Tab value="house">Sharing and backup</Tabs.Tab>
        </Tabs.List>
        <Tabs.Panel value="assignments" pt="md">
          <Assignments />
        </Tabs.Panel>
        <Tabs.Panel value="players" pt="md">
          <People />
        </Tabs.Panel>
        <Tabs.Panel value="worksheets" pt="md">
          <Worksheets />
        </Tabs.Panel>
        <Tabs.Panel value="house" pt="md">
          <House />
        </Tabs.Panel>
      </Tabs>
    </Box>
  );
}
