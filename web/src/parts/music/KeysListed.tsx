import { Kbd, Table, Title } from "@mantine/core";
import { SHORTCUTS } from "../shortcuts";

/** All shortcuts, by where they hold. */
export const KeysListed = () =>
  SHORTCUTS.map(({ where, keys }) => (
    <section key={where}>
      <Title order={3} size="h5" mt="md">
        {where}
      </Title>
      <Table verticalSpacing={5} aria-label={`Keys: ${where}`}>
        <Table.Tbody>
          {keys.map(({ keys: pressed, does }) => (
            <Table.Tr key={does}>
              <Table.Th scope="row" w="11rem" fw={400}>
                {pressed.map((key, place) => (
                  <span key={key}>
                    {place > 0 && (key === "→" ? " " : " + ")}
                    <Kbd>{key}</Kbd>
                  </span>
                ))}
              </Table.Th>
              <Table.Td>{does}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </section>
  ));
