import { Group, Stack, Text } from "@mantine/core";
import type { ReactNode } from "react";
import { dayInWords } from "../../api/dates";
import classes from "./Ticket.module.css";

interface TicketSlipProps {
  title: ReactNode;
  /** The day it is due, if there is one. */
  due: string | null;
  /** What stands at its right. */
  side?: ReactNode;
  children?: ReactNode;
}

/** An assignment as a slip of paper: its title, its words, its day. */
export function TicketSlip({ title, due, side, children }: TicketSlipProps) {
  return (
    <Group className={classes.slip} justify="space-between" align="flex-start" gap={0}>
      <Stack gap={4} flex={1} miw={0} className={classes.words}>
        <Text className={classes.title}>{title}</Text>
        {children}
      </Stack>
      <Stack gap={4} className={classes.stub}>
        <Text className={classes.day}>{due === null ? "no date" : dayInWords(due)}</Text>
        {side}
      </Stack>
    </Group>
  );
}
