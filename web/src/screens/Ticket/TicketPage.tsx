import { Alert, Box, Skeleton, Stack, Text, Title } from "@mantine/core";
import { useTicket } from "../../api/ticket";
import shelf from "../../parts/Shelf/Shelf.module.css";
import { Assigned } from "./Assigned";
import { OwnToday, OwnWeek } from "./OwnWeek";

/** What a share link opens: one assignment, or all that is given to a student, with their plan and what they did. */
export function Component() {
  const { data: page, error } = useTicket();
  if (error)
    return (
      <Alert m="xl" color="lamp" title="No assignment is open here">
        {error.message}
      </Alert>
    );
  if (page === undefined) return <Skeleton m="xl" height={300} />;
  const { player, whole, assignments } = page;
  const [first] = assignments;
  return (
    <Box className={shelf.page}>
      <title>{`${whole || first === undefined ? player : first.title} · Dodecant`}</title>
      <Stack gap="xl">
        <Title order={1} size="h3">
          For {player}
        </Title>
        {whole && <OwnToday />}
        {whole && (
          <Title order={2} size="h4">
            Your assignments
          </Title>
        )}
        {assignments.length === 0 && <Text>You have no assignments now.</Text>}
        {assignments.map((ticket) => (
          <Assigned key={ticket.id} ticket={ticket} />
        ))}
        {whole && <OwnWeek />}
      </Stack>
    </Box>
  );
}
