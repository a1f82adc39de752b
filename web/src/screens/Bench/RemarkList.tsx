import { Button, Group, Text } from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import { IconBulb } from "@tabler/icons-react";
import { memo } from "react";
import type { Remark } from "../../api/types";

interface RemarkListProps {
  remarks: Remark[];
  onCure: (patch: unknown) => void;
}

const OPEN = 5;

/** What a teacher would say on reading the sheet, the most important first, with cures to press. */
export const RemarkList = memo(function RemarkList({ remarks, onCure }: RemarkListProps) {
  const [all, { toggle }] = useDisclosure(false);
  const more = remarks.length - OPEN;
  return (
    <>
      {remarks.slice(0, all ? undefined : OPEN).map((remark) => (
        <Group key={remark.text} gap="4px 10px" align="center">
          <IconBulb size={18} color="var(--sounding)" aria-hidden style={{ flexShrink: 0 }} />
          <Text size="sm" flex="1 1 15rem">
            {remark.text}
          </Text>
          {remark.cures.map((cure) => (
            <Button
              key={cure.label}
              size="compact-sm"
              variant="light"
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
