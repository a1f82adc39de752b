import { Anchor, Button, Stack, Text, Title } from "@mantine/core";
import { Link } from "react-router";
import { usePlan } from "../../api/plans";
import { Recent } from "../../parts/Recent/Recent";
import { Today, isPlanned } from "../../parts/Today/Today";
import { useWho } from "../../parts/Who";
import { putOnStand } from "../../parts/documents/onStand";
import { useGuest } from "../../parts/useGuest";

/** An empty stand offers what is due, what was assigned and what was worked on last. */
export function EmptyStand({ onPut }: { onPut: () => void }) {
  const guest = useGuest();
  return (
    <Stack p="xl" gap="lg" maw={1040} mx="auto">
      <Title order={1} size="h2">
        The stand is empty
      </Title>
      {guest ? (
        <Text>
          Open your{" "}
          <Anchor component={Link} to="/ticket">
            assignment
          </Anchor>{" "}
          and start it from there.
        </Text>
      ) : (
        <Offered onPut={onPut} />
      )}
    </Stack>
  );
}

function Offered({ onPut }: { onPut: () => void }) {
  const [player] = useWho();
  const plan = usePlan(player).data;
  return (
    <>
      <Text>
        Choose what to practise here, or open a{" "}
        <Anchor component={Link} to="/recipes">
          recipe
        </Anchor>{" "}
        and press “Practise this”.
      </Text>
      {isPlanned(plan) && <Today plan={plan} size={150} onPut={onPut} />}
      <Recent title="Worked on last">
        {({ id, document, title }) => (
          <div>
            <Button
              size="compact-sm"
              variant="light"
              mt={4}
              aria-label={`Practise ${title}`}
              onClick={() => {
                putOnStand(document, 0, id);
                onPut();
              }}
            >
              Practise
            </Button>
          </div>
        )}
      </Recent>
    </>
  );
}
