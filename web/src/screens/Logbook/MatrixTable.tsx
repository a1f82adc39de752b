import { MultiSelect, SimpleGrid, Skeleton, Table, Text, UnstyledButton, VisuallyHidden } from "@mantine/core";
import { useWho } from "../../parts/Who";
import { useLocalStorage } from "@mantine/hooks";
import { useMatrix, type ToLearn } from "../../api/logbook";
import { useLoadedTables } from "../../parts/tables";
import classes from "./Logbook.module.css";
import { usePractise } from "./usePractise";

const NOTHING: ToLearn = { sounds: [], positions: [], values: [] };
const itself = (name: string) => ({ value: name, label: name });

/** Key by sound by position by note value: what was done, and the holes; a press practises. */
export function MatrixTable({ tempo }: { tempo: number }) {
  const [player] = useWho();
  const [toLearn, setToLearn] = useLocalStorage<ToLearn>({ key: "dodecant.to-learn", defaultValue: NOTHING });
  const { data } = useMatrix(player, tempo, toLearn);
  const { note_values, scales, positions } = useLoadedTables();
  const choices: [keyof ToLearn, string, { value: string; label: string }[]][] = [
    ["sounds", "Sounds to learn", [...new Set(scales.map(({ name }) => name))].map(itself)],
    ["positions", "In positions", positions.map(itself)],
    [
      "values",
      "In note values",
      Object.entries(note_values).map(([value, { american }]) => ({ value, label: american })),
    ],
  ];
  const practise = usePractise();
  if (data === undefined) return <Skeleton height={240} />;
  return (
    <>
      <SimpleGrid cols={{ base: 1, sm: 3 }} mb="sm">
        {choices.map(([part, label, data]) => (
          <MultiSelect
            key={part}
            label={label}
            searchable
            data={data}
            value={toLearn[part]}
            onChange={(chosen) => setToLearn({ ...toLearn, [part]: chosen })}
          />
        ))}
      </SimpleGrid>
      <Text mb="sm">
        {data.holes === 0
          ? "No keys left to learn."
          : `${data.holes} ${data.holes === 1 ? "key" : "keys"} still to learn.`}{" "}
        Sounds to learn are listed before you start them. Press a cell to practise it: it fills as its key comes up to
        tempo, and the number is the comfortable tempo.
      </Text>
      <Table.ScrollContainer
        minWidth={900}
        scrollAreaProps={{ viewportProps: { tabIndex: 0, role: "region", "aria-label": "Keys by scale" } }}
      >
        <Table className={classes.matrix}>
          <Table.Tbody>
            {data.rows.map(({ sound, position, value, names, cells }) => (
              <Table.Tr key={`${sound} ${position} ${value}`}>
                <Table.Th scope="row">
                  {sound}
                  <Text span size="xs" c="dimmed" display="block">
                    {[position, note_values[value as keyof typeof note_values]?.american].filter(Boolean).join(", ")}
                  </Text>
                </Table.Th>
                {names.map((name, key) => {
                  const done = cells.find((one) => one.key === key);
                  const how = done === undefined ? "not done yet" : howFar(done);
                  return (
                    <Table.Td key={name}>
                      <UnstyledButton
                        className={classes.cell}
                        data-hole={done === undefined || undefined}
                        style={{ "--ready": done?.ready ?? 0 }}
                        onClick={() => practise(sound, name, tempo, value)}
                      >
                        <b>{name}</b> <span>{done?.tempo ?? ""}</span>
                        <VisuallyHidden component="span">{` ${sound}: ${how}. Practise it`}</VisuallyHidden>
                      </UnstyledButton>
                    </Table.Td>
                  );
                })}
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </Table.ScrollContainer>
    </>
  );
}

/** How far a key has come, in words. */
const howFar = ({ times, tempo }: { times: number; tempo: number | null }) =>
  `${times === 1 ? "once" : `${times} times`}, ${tempo === null ? "not comfortable yet" : `comfortable at ${tempo}`}`;
