import { Button, Group, Stack, Text } from "@mantine/core";
import { useState } from "react";
import type { LaidOpen as Sound } from "../../api/types";
import classes from "./Sounds.module.css";

/** The working, revealed step by step: letters, the major scale, then one alteration after another. */
export function HowMade({ sound }: { sound: Sound }) {
  const [shown, setShown] = useState(1);
  const { working } = sound;
  return (
    <Stack gap="md">
      <ol className={classes.working} aria-live="polite">
        {working.slice(0, shown).map((step, place) => (
          <li key={place}>
            <Text size="lg">{step.words}</Text>
            <div className={classes.notes}>
              {step.notes.map((note, number) => (
                <span key={number} data-changed={step.changed.includes(number) || undefined}>
                  {note}
                </span>
              ))}
            </div>
          </li>
        ))}
      </ol>
      <Group>
        <Button disabled={shown >= working.length} onClick={() => setShown(shown + 1)}>
          Next step
        </Button>
        <Button variant="default" disabled={shown >= working.length} onClick={() => setShown(working.length)}>
          Show all
        </Button>
        <Button variant="default" disabled={shown === 1} onClick={() => setShown(1)}>
          From the start
        </Button>
      </Group>
    </Stack>
  );
}
