import { Group, Select, TextInput } from "@mantine/core";
import { IconSearch } from "@tabler/icons-react";
import type { Sought } from "../../api/shelves";
import type { Filter } from "../../api/types";

interface SoughtFieldsProps {
  sought: Sought;
  /** What can be sorted out by, with how many have it. */
  filters: Filter[];
  /** How many are found; what all of them have sorts nothing out. */
  found: number;
  onChange: (sought: Sought) => void;
}

const ORDERS = [
  { value: "changed", label: "Last changed first" },
  { value: "title", label: "By name" },
];
const ANY = "";

/** What is looked for: words of the name, traits, and the order. */
export function SoughtFields({ sought, filters, found, onChange }: SoughtFieldsProps) {
  const chosen = (kind: string) => sought.having.find((one) => one.startsWith(`${kind}:`))?.slice(kind.length + 1);
  const choose = (kind: string, name: string | null) => {
    const others = sought.having.filter((one) => !one.startsWith(`${kind}:`));
    onChange({ ...sought, having: name ? [...others, `${kind}:${name}`] : others });
  };
  return (
    <Group mb="md" align="flex-end" gap="sm" role="search">
      <TextInput
        label="Search by name"
        type="search"
        leftSection={<IconSearch size={17} />}
        flex="2 1 12rem"
        value={sought.search}
        onChange={(event) => onChange({ ...sought, search: event.currentTarget.value })}
      />
      {filters
        .filter(({ kind, options }) => options.some(({ count }) => count < found) || chosen(kind) !== undefined)
        .map(({ kind, label, options }) => (
          <Select
            key={kind}
            label={label}
            flex="1 1 8rem"
            value={chosen(kind) ?? ANY}
            data={[
              { value: ANY, label: "any" },
              ...options.map(({ name, count }) => ({ value: name, label: `${name} (${count})` })),
            ]}
            searchable={options.length > 8}
            onChange={(name) => choose(kind, name)}
          />
        ))}
      <Select
        label="Order"
        flex="1 1 8rem"
        value={sought.order}
        data={ORDERS}
        onChange={(order) => onChange({ ...sought, order: order as Sought["order"] })}
      />
    </Group>
  );
}
