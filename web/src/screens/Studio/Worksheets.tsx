import { Button, Checkbox, Grid, Group, Select, SimpleGrid, Stack, Switch, TextInput } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { IconDice5, IconPrinter } from "@tabler/icons-react";
import { useState } from "react";
import { download } from "../../api/files";
import { useShelf, useShelfActions } from "../../api/shelves";
import { useWorksheetPages } from "../../api/studio";
import type { WorksheetSetting } from "../../api/types";
import { announce } from "../../parts/Announced";
import { Amount } from "../../parts/fields/Amount";
import { Choice, useOffered } from "../../parts/fields/Choice";
import { PagesShown } from "../../parts/Pages/PagesShown";
import { useLoadedTables } from "../../parts/tables";
import { tell } from "../../parts/tell";
import { WriteButton } from "../../parts/files/FileControls";

type Kind = WorksheetSetting["kinds"][number];

const freshSeed = () => Math.floor(Math.random() * 2 ** 31);

/** Worksheets: what is asked, how much of it, for whom; the page and its key beside it. */
export function Worksheets() {
  const { fresh } = useLoadedTables();
  const [setting, setSetting] = useState<WorksheetSetting>(fresh.worksheet);
  const [settled] = useDebouncedValue(setting, 250);
  const { data, error, isFetching } = useWorksheetPages(settled);
  const put = (change: Partial<WorksheetSetting>) => setSetting((now) => ({ ...now, ...change }));
  return (
    <Grid gap="lg">
      <Grid.Col span={{ base: 12, md: 4 }}>
        <Stack gap="sm">
          <Kept setting={setting} onOpen={setSetting} />
          <TextInput
            label="Title"
            maxLength={120}
            value={setting.title}
            onChange={(event) => put({ title: event.currentTarget.value })}
          />
          <Asked kinds={setting.kinds} onChange={(kinds) => put({ kinds })} />
          <SimpleGrid cols={2}>
            <Amount
              label="Of each"
              field="WorksheetSetting.each"
              value={setting.each}
              onChange={(each) => put({ each })}
            />
            <Choice
              label="Level"
              field="PlayerProfile.level"
              value={String(setting.level)}
              onChange={(level) => put({ level: Number(level) })}
            />
            <Choice
              label="Clef"
              field="WorksheetSetting.clef"
              value={setting.clef}
              onChange={(clef) => put({ clef })}
            />
            <Choice
              label="Paper"
              field="HandoutLayout.paper"
              value={setting.paper}
              onChange={(paper) => put({ paper })}
            />
          </SimpleGrid>
          {setting.kinds.includes("chromatic") && (
            <Choice
              label="The chromatic scale"
              field="Spelling.chromatic"
              value={setting.chromatic}
              onChange={(chromatic) => put({ chromatic })}
            />
          )}
          <Switch
            label="Large print"
            checked={setting.large}
            onChange={(event) => put({ large: event.currentTarget.checked })}
          />
          <Group>
            <WriteButton
              leftSection={<IconPrinter size={18} />}
              write={() => download("/api/worksheets/pdf", setting)}
              failed="The worksheet was not written"
            >
              Save as PDF
            </WriteButton>
            <Button variant="default" leftSection={<IconDice5 size={18} />} onClick={() => put({ seed: freshSeed() })}>
              Other questions
            </Button>
          </Group>
        </Stack>
      </Grid.Col>
      <Grid.Col span={{ base: 12, md: 8 }}>
        <PagesShown pages={data} error={error} setting={isFetching} />
      </Grid.Col>
    </Grid>
  );
}

/** What is asked; one kind at least. */
function Asked({ kinds, onChange }: { kinds: Kind[]; onChange: (kinds: Kind[]) => void }) {
  const offered = useOffered<Kind>("WorksheetSetting.kinds");
  return (
    <Checkbox.Group
      label="What is asked"
      value={kinds}
      onChange={(chosen) =>
        chosen.length > 0 && onChange(offered.map(({ value }) => value).filter((one) => chosen.includes(one)))
      }
    >
      <Stack gap={6} mt={4}>
        {offered.map(({ value, label }) => (
          <Checkbox key={value} value={value} label={label} />
        ))}
      </Stack>
    </Checkbox.Group>
  );
}

/** Worksheets that were kept: one is opened, or this one is kept. */
function Kept({ setting, onOpen }: { setting: WorksheetSetting; onOpen: (setting: WorksheetSetting) => void }) {
  const kept = useShelf("worksheets").data ?? [];
  const { add } = useShelfActions("worksheets");
  const keep = () =>
    add.mutateAsync(setting).then(
      () => announce(`${setting.title} saved`),
      (error: unknown) => tell("The worksheet was not saved", error),
    );
  return (
    <Group align="flex-end" wrap="nowrap">
      <Select
        label="Saved worksheets"
        placeholder={kept.length === 0 ? "none yet" : "choose one"}
        flex={1}
        data={kept.map(({ id, title }) => ({ value: id, label: title }))}
        value={null}
        onChange={(id) => {
          const found = kept.find((one) => one.id === id);
          if (found) onOpen(found.document);
        }}
      />
      <Button variant="default" loading={add.isPending} onClick={() => void keep()}>
        Save
      </Button>
    </Group>
  );
}
