import { Button, Group, Text } from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import { IconBulb } from "@tabler/icons-react";
import { memo } from "react";
import type { Remark } from "../../api/types";

interface RemarkListProps {
  remarks: Remark[];
  onCure: (patch: unknown) => void;
  /** Smaller than the music, under a strip. */
  quiet?: boolean;
}

const OPEN = 5;

/** What a teacher would say on reading the sheet, the most important first, with cures to press. */
export const RemarkList = memo(function RemarkList({ remarks, onCure, quiet = false }: RemarkListProps) {
  const [all, { toggle }] = useDisclosure(false);
  const more = remarks.length - OPEN;
  return (
    <>
      {remarks.slice(0, all ? undefined : OPEN).map((remark) => (
        <Group key={remark.text} gap="4px 10px" align="center">
          <Group gap={10} wrap="nowrap" flex={quiet ? undefined : "1 1 15rem"}>
            <IconBulb size={quiet ? 15 : 18} color="var(--sounding)" aria-hidden style={{ flexShrink: 0 }} />
            <Text size={quiet ? "xs" : "sm"} c={quiet ? "dimmed" : undefined}>
              {remark.text}
            </Text>
          </Group>
          {remark.cures.map((cure) => (
            <Button
              key={cure.label}
              size={quiet ? "compact-xs" : "compact-sm"}
              variant={quiet ? "subtle" : "light"}
              style={{ flexShrink: 0 }}
              onClick={() => onCure(cure.patch)}
            >
              {cure.label}
            </Button>
          ))}
        </Group>
      ))}
      {more > 0 && (
        <Button size="compact-sm" variant="subtle" aria-expanded={all} onClick={toggle} style={{ alignSelf: "start" }}>
          {all ? "Fewer remarks" : `${more} more ${more === 1 ? "remark" : "remarks"}`}
        </Button>
      )}
    </>
  );
});
