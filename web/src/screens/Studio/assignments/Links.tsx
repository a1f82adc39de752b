import { Button, Group, Stack, TextInput } from "@mantine/core";
import type { AssignmentDocument } from "../../../api/types";

interface LinksProps {
  links: AssignmentDocument["links"];
  error: string | undefined;
  onChange: (links: AssignmentDocument["links"]) => void;
}

/** Pages on the web, by name. */
export function Links({ links, error, onChange }: LinksProps) {
  const put = (place: number, part: Partial<AssignmentDocument["links"][number]>) =>
    onChange(links.map((link, other) => (other === place ? { ...link, ...part } : link)));
  return (
    <Stack gap={6}>
      {links.map(({ name, address }, place) => (
        <Group key={place} align="flex-end" wrap="nowrap">
          <TextInput
            label="Link"
            placeholder="its name"
            w="var(--field-m)"
            maxLength={120}
            value={name}
            onChange={(event) => put(place, { name: event.currentTarget.value })}
          />
          <TextInput
            label="Address"
            placeholder="https://"
            flex={1}
            maxLength={500}
            value={address}
            error={error}
            onChange={(event) => put(place, { address: event.currentTarget.value })}
          />
          <Button variant="subtle" onClick={() => onChange(links.filter((_, other) => other !== place))}>
            Remove
          </Button>
        </Group>
      ))}
      {links.length < 8 && (
        <Group>
          <Button size="compact-sm" variant="default" onClick={() => onChange([...links, { name: "", address: "" }])}>
            Add a link
          </Button>
        </Group>
      )}
    </Stack>
  );
}
