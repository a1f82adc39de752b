import { Anchor, Text } from "@mantine/core";
import { Link } from "react-router";

/** Where nothing is planned: how to begin. */
export function NoGoal() {
  return (
    <Text>
      There is no goal yet. Say under{" "}
      <Anchor component={Link} to="?show=goals">
        Goals and rules
      </Anchor>{" "}
      what you want to reach and by when; the days are worked out from it. Or run a{" "}
      <Anchor component={Link} to="?show=routines">
        routine
      </Anchor>
      .
    </Text>
  );
}
