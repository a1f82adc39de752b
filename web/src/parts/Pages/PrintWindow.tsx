import { Grid, Group, Select } from "@mantine/core";
import { useDebouncedValue, useLocalStorage } from "@mantine/hooks";
import { IconPrinter } from "@tabler/icons-react";
import { type ReactNode, useState } from "react";
import { download } from "../../api/files";
import { type ToPrint, usePages, usePlayers } from "../../api/studio";
import type { AssignmentDocument, HandoutLayout } from "../../api/types";
import { useLoadedTables } from "../tables";
import { Window } from "../Window";
import { LayoutFields } from "./LayoutFields";
import { PagesShown } from "./PagesShown";
import { WriteButton } from "../files/FileControls";

interface PrintWindowProps {
  given: AssignmentDocument;
  /** What is made simpler for each player, by number. */
  simpler?: Record<number, string[]>;
  opened: boolean;
  onClose: () => void;
  /** More that can be done with the layout. */
  more?: (layout: HandoutLayout) => ReactNode;
}

const NOTHING: Record<number, string[]> = {};

/** What is on the page, chosen beside the pages as they will be printed. */
export function PrintWindow({ opened, onClose, ...rest }: PrintWindowProps) {
  return (
    <Window opened={opened} onClose={onClose} title="Handouts" size="min(1180px, 96vw)">
      {opened && <Printing {...rest} />}
    </Window>
  );
}

/** The layout that was used last, kept in the browser. */
function useLayout() {
  const { layout } = useLoadedTables().fresh;
  const [kept, keep] = useLocalStorage<Partial<HandoutLayout>>({ key: "dodecant.layout", defaultValue: {} });
  return [{ ...layout, ...kept }, keep] as const;
}

function Printing({ given, simpler = NOTHING, more }: Omit<PrintWindowProps, "opened" | "onClose">) {
  const players = usePlayers().data ?? [];
  const [layout, setLayout] = useLayout();
  const [player, setPlayer] = useState<string | null>(null);
  const found = players.find(({ id }) => String(id) === player);
  const printed: ToPrint = { given, profile: found?.profile ?? null, simpler: simpler[found?.id ?? 0] ?? [] };
  const [settled] = useDebouncedValue(layout, 250);
  const { data, error, isFetching } = usePages(printed, settled);
  return (
    <Grid gap="lg">
      <Grid.Col span={{ base: 12, md: 4 }}>
        <Select
          label="For"
          mb="sm"
          placeholder="as in the recipe"
          clearable
          clearButtonProps={{ "aria-label": "As in the recipe" }}
          data={players.map(({ id, profile }) => ({ value: String(id), label: profile.name }))}
          value={player}
          onChange={setPlayer}
        />
        <Group mb="md">
          <WriteButton
            leftSection={<IconPrinter size={18} />}
            write={() => download("/api/handouts/pdf", { ...printed, layout })}
            failed="The pages were not written"
          >
            Save as PDF
          </WriteButton>
          {more?.(layout)}
        </Group>
        <LayoutFields layout={layout} onChange={setLayout} />
      </Grid.Col>
      <Grid.Col span={{ base: 12, md: 8 }}>
        <PagesShown pages={data} error={error} setting={isFetching} />
      </Grid.Col>
    </Grid>
  );
}
