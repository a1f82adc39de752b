import { Button, Group, List, Select, Stack, Text } from "@mantine/core";
import { momentInWords } from "../../../api/dates";
import type { Judged, KeptTake } from "../../../api/types";
import { useInSight } from "./useInSight";
import classes from "../Stand.module.css";
import { TideLine } from "./TideLine";

interface JudgementProps {
  judged: Judged;
  /** A tempo (BPM) to try it slower. */
  slower: number;
  earlier: readonly KeptTake[];
  /** The number of an earlier take that is laid beside this one, and that take judged again. */
  beside: number | null;
  compared: { kept: KeptTake; judged: Judged } | undefined;
  onBeside: (take: number | null) => void;
  onAgain: () => void;
  onTempo: (tempo: number) => void;
  /** Play some bars only. */
  onOnly: (first: number, last: number) => void;
  /** Make an exercise of a degree that slipped. */
  onMend: (degree: string) => void;
}

const SHOWN = 8;
const SAID = 3; // slips that the sentences name one by one

/** What is said of a take: sentences, the slips one by one, time as a line, an earlier take beside it, what may come next. */
export function Judgement(props: JudgementProps) {
  const { judged, slower, earlier, beside, compared, onBeside, onAgain, onTempo, onOnly, onMend } = props;
  const ref = useInSight(judged);
  const slips = judged.slips.slice(0, SHOWN);
  const bars = judged.slips.map(({ bar }) => bar);
  const most = slippedMost(judged);
  const [first, last] = [Math.min(...bars), Math.max(...bars)];
  return (
    <Stack gap="xs" role="region" aria-label="The take" ref={ref} tabIndex={-1} className={classes.told}>
      <Group justify="space-between" align="flex-start" gap="sm">
        <Text size="xl" fw={600} role="status" flex="1 1 22rem">
          {judged.sentences.join(" ")}
        </Text>
        <Group gap="sm">
          <Button variant="light" onClick={onAgain}>
            Try again
          </Button>
          <Button variant="light" onClick={() => onTempo(slower)}>
            Slower: {slower}
          </Button>
          {bars.length > 0 && (
            <Button variant="light" onClick={() => onOnly(first, last)}>
              Only {first === last ? `bar ${first}` : `bars ${first} to ${last}`}
            </Button>
          )}
          {most !== undefined && (
            <Button variant="light" onClick={() => onMend(most.degree)}>
              Mend {most.shown}
            </Button>
          )}
        </Group>
      </Group>
      <Group align="flex-start" gap="xl">
        <Stack gap={4} flex="1 1 20rem" miw={0}>
          {judged.offsets.length > 0 && (
            <TideLine offsets={judged.offsets} beside={compared ? compared.judged.offsets : []} />
          )}
        </Stack>
        <Stack gap={4} w={{ base: "100%", sm: "22rem" }}>
          {slips.length > SAID && (
            <List size="sm">
              {slips.map((slip, place) => (
                <List.Item key={place}>{slip.words}</List.Item>
              ))}
            </List>
          )}
          {earlier.length > 0 && (
            <Select
              label="Compare with an earlier take"
              placeholder="none"
              clearable
              clearButtonProps={{ "aria-label": "No comparison" }}
              allowDeselect
              value={beside === null ? null : String(beside)}
              data={earlier.map((take) => ({ value: String(take.id), label: named(take) }))}
              onChange={(take) => onBeside(take === null ? null : Number(take))}
            />
          )}
          {compared && (
            <Text size="sm" c="dimmed">
              Then: {compared.kept.sentences.join(" ")}
            </Text>
          )}
        </Stack>
      </Group>
    </Stack>
  );
}

/** The degree that slipped oftenest, the first of them: as the logbook keeps it, and as it stands under the note. */
function slippedMost({ slips }: Judged): { degree: string; shown: string } | undefined {
  const ours = slips.filter(({ of_degree }) => of_degree);
  const times = new Map<string, number>();
  for (const { degree } of ours) times.set(degree, (times.get(degree) ?? 0) + 1);
  const degree = [...times].sort(([, one], [, other]) => other - one)[0]?.[0];
  if (degree === undefined) return undefined;
  return { degree, shown: ours.find((slip) => slip.degree === degree)?.number || degree };
}

function named({ slips, notes, tempo, taken_at }: KeptTake): string {
  return `${slips === 0 ? "clean" : `${slips} of ${notes}`} at ${tempo}, ${momentInWords(taken_at)}`;
}
