import { Button, Group, Text } from "@mantine/core";
import { IconBulb } from "@tabler/icons-react";
import type { Remark, Strip } from "../../api/types";
import { groupRemarks } from "../../parts/remarks";

interface RemarkListProps {
  remarks: Remark[];
  strips: Strip[];
  onCure: (patch: unknown) => void;
}

const NAMED = 4;

/** What a teacher would say on reading the sheet, with cures to press. */
export function RemarkList({ remarks, strips, onCure }: RemarkListProps) {
  return groupRemarks(remarks).map((group) => {
    const also = group.strips.slice(1).map((index) => strips[index]?.heading ?? "");
    return (
      <Group key={group.kind + group.pointer} gap="xs" align="center" wrap="nowrap">
        <IconBulb size={18} color="var(--sounding)" aria-hidden style={{ flexShrink: 0 }} />
        <Text size="sm" flex={1}>
          {group.text}
          {also.length > 0 &&
            ` The same in ${also.length} more${also.length > NAMED ? " strips" : `: ${also.join(", ")}`}.`}
        </Text>
        {group.cures.map((cure) => (
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
    );
  });
}
