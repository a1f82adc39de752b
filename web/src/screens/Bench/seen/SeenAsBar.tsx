import { Alert, Button, Group, Text } from "@mantine/core";
import type { Recipe } from "../../../api/types";
import type { SeenAs } from "./seenAs";

interface SeenAsBarProps {
  seen: SeenAs;
  /** Make what is seen the recipe itself. */
  onAdopt: (recipe: Recipe) => void;
}

/** Whose page it is that one sees, and what was changed for them and why. */
export function SeenAsBar({ seen, onAdopt }: SeenAsBarProps) {
  const { player, fit, error } = seen;
  if (player === undefined) return null;
  const proposed = fit?.proposals.map(({ words }) => words).join("; ") ?? "";
  return (
    <Alert color="tide" mt="xs" title={`As ${player.profile.name} gets it`}>
      {error && error.message}
      {fit && (
        <Text size="sm">
          {fit.reasons.length === 0 ? "It stays as it is." : fit.reasons.join(" ")}{" "}
          {proposed !== "" && `For level ${player.profile.level} one might take: ${proposed}.`}
        </Text>
      )}
      <Group mt="xs" gap="xs">
        <Button size="compact-sm" onClick={() => seen.choose(null)}>
          Back to the recipe
        </Button>
        {fit && (
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => {
              onAdopt(fit.recipe);
              seen.choose(null);
            }}
          >
            Use this as the recipe
          </Button>
        )}
      </Group>
    </Alert>
  );
}
