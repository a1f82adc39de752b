import { Button, Loader, Popover, Select, type SelectProps, Stack, Text } from "@mantine/core";
import { FieldsPopover } from "../../../parts/fields/FieldsPopover";
import type { ReactNode } from "react";

interface WhyPopoverProps extends Pick<SelectProps, "data" | "searchable"> {
  opened: boolean;
  onOpened: (opened: boolean) => void;
  /** The button's words, and what they ask of this strip. */
  words: string;
  asks: string;
  /** What is asked about: one of `data`. */
  about: string;
  value: string;
  onChange: (value: string) => void;
  answer: { isPending: boolean; error: Error | null };
  /** The answer, once it is there. */
  children: ReactNode;
}

/** A button beside a strip that asks why, what it is asked about, and the answer. */
export function WhyPopover({ opened, onOpened, words, asks, about, answer, children, ...select }: WhyPopoverProps) {
  const { onChange, ...choice } = select;
  return (
    <FieldsPopover opened={opened} onChange={onOpened} position="bottom-start">
      <Popover.Target>
        <Button
          variant="subtle"
          size="compact-sm"
          style={{ flexShrink: 0 }}
          aria-label={asks}
          onClick={() => onOpened(!opened)}
        >
          {words}
        </Button>
      </Popover.Target>
      <Popover.Dropdown p="md" w="var(--panel-l)">
        <Stack gap="sm">
          <Select label={about} {...choice} onChange={(next) => next !== null && onChange(next)} />
          {answer.isPending && <Loader size="sm" aria-label="Working it out" />}
          {answer.error && <Text size="sm">{answer.error.message}</Text>}
          {children}
        </Stack>
      </Popover.Dropdown>
    </FieldsPopover>
  );
}
