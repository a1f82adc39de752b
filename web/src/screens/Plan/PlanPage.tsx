import { Alert, Box, Group, Skeleton, Tabs, Title } from "@mantine/core";
import { IconCalendarDown } from "@tabler/icons-react";
import { today, zone } from "../../api/dates";
import { usePlan } from "../../api/plans";
import { fetched } from "../../api/files";
import { DownloadMenu } from "../../parts/files/FileControls";
import { Who, useWho } from "../../parts/Who";
import shelf from "../../parts/Shelf/Shelf.module.css";
import { useTab } from "../../parts/useTab";
import { Goals } from "./Goals";
import { Routines } from "./Routines";
import { Today, isPlanned } from "../../parts/Today/Today";
import { NoGoal } from "./NoGoal";
import { Weeks } from "./Weeks";

const FILES = [
  { kind: "plan.ics", label: "The plan as a calendar (iCalendar)" },
  { kind: "week.pdf", label: "The next seven days to print (PDF)" },
  { kind: "keys.pdf", label: "Twelve keys to tick (PDF)" },
];

/** The plan: what is due today, the weeks, goals and rules, routines. */
export function Component() {
  const [player, setPlayer] = useWho();
  const tab = useTab("today");
  const { data: plan, error } = usePlan(player);
  return (
    <Box className={shelf.page}>
      <title>Plan · Dodecant</title>
      <Group mb="md" align="flex-end">
        <Title order={1} size="h2" flex={1}>
          Plan
        </Title>
        <Who value={player} onChange={setPlayer} />
        <DownloadMenu
          label="Export"
          icon={<IconCalendarDown size={18} />}
          kinds={FILES}
          write={(kind) =>
            fetched(`/api/players/${player}/${kind}?${new URLSearchParams({ today: today(), zone: zone() })}`)
          }
        />
      </Group>
      {error && (
        <Alert color="lamp" title="The plan cannot be read">
          {error.message}
        </Alert>
      )}
      {plan === undefined && !error && <Skeleton height={260} />}
      {plan !== undefined && (
        <Tabs {...tab}>
          <Tabs.List>
            <Tabs.Tab value="today">Today</Tabs.Tab>
            <Tabs.Tab value="weeks">Weeks</Tabs.Tab>
            <Tabs.Tab value="goals">Goals and rules</Tabs.Tab>
            <Tabs.Tab value="routines">Routines</Tabs.Tab>
          </Tabs.List>
          <Tabs.Panel value="today" pt="md">
            {isPlanned(plan) ? <Today plan={plan} /> : <NoGoal />}
          </Tabs.Panel>
          <Tabs.Panel value="weeks" pt="md">
            <Weeks plan={plan} />
          </Tabs.Panel>
          <Tabs.Panel value="goals" pt="md">
            <Goals key={plan.revision} plan={plan} />
          </Tabs.Panel>
          <Tabs.Panel value="routines" pt="md">
            <Routines />
          </Tabs.Panel>
        </Tabs>
      )}
    </Box>
  );
}
