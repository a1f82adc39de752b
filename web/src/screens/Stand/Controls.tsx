import { ActionIcon, Button, Group, NumberInput, Popover, Select, Text, Tooltip } from "@mantine/core";
import { FieldsPopover } from "../../parts/fields/FieldsPopover";
import {
  IconAdjustmentsHorizontal,
  IconChevronLeft,
  IconChevronRight,
  IconEar,
  IconMusic,
  IconPlayerPlayFilled,
  IconPlayerStopFilled,
} from "@tabler/icons-react";
import type { ReactNode } from "react";
import { useOffered } from "../../parts/fields/Choice";
import { limitsOf, useLoadedTables } from "../../parts/tables";
import type { Curtain } from "../../api/types";
import classes from "./Stand.module.css";

interface ControlsProps {
  playing: boolean;
  busy: boolean;
  /** What pressing the large control does, in a word. */
  word: string;
  tempo: number;
  /** The bars that are left, in words. */
  left: string;
  curtain: Curtain;
  first: boolean;
  last: boolean;
  onStart: () => void;
  onTempo: (tempo: number) => void;
  onPlace: (by: number) => void;
  onCurtain: (curtain: Curtain) => void;
  onReference: () => void;
  backing: ReactNode;
  practice: ReactNode;
}

/** The bar at the foot of the stand: one large control, tempo, bars left, curtain, the band. */
export function Controls(props: ControlsProps) {
  const { playing, busy, word, tempo, left, curtain, onStart, onTempo, onPlace, onCurtain } = props;
  const { least, most } = limitsOf(useLoadedTables(), "Recipe.tempo");
  const curtains = useOffered<Curtain>("curtain");
  return (
    <Group className={classes.controls} gap="8px 14px" data-bar="bottom">
      <ActionIcon size={52} variant="default" aria-label="Previous" disabled={props.first} onClick={() => onPlace(-1)}>
        <IconChevronLeft size={28} />
      </ActionIcon>
      <Button
        id="start"
        size="xl"
        className={classes.start}
        loading={busy}
        leftSection={playing ? <IconPlayerStopFilled size={26} /> : <IconPlayerPlayFilled size={26} />}
        onClick={onStart}
      >
        {playing ? "Stop" : word}
      </Button>
      <ActionIcon size={52} variant="default" aria-label="Next" disabled={props.last} onClick={() => onPlace(1)}>
        <IconChevronRight size={28} />
      </ActionIcon>
      <NumberInput
        aria-label="Tempo"
        className={classes.tempo}
        size="xl"
        w="8.5rem"
        min={least}
        max={most}
        step={4}
        value={tempo}
        onChange={(value) => typeof value === "number" && value >= least && onTempo(value)}
      />
      <Text className={classes.left} aria-live="off">
        {left}
      </Text>
      <Group ml="auto" gap="sm">
        <Tooltip label="Hear the first note (R)">
          <ActionIcon size="lg" variant="default" aria-label="Hear the first note" onClick={props.onReference}>
            <IconEar size={20} />
          </ActionIcon>
        </Tooltip>
        <Select
          aria-label="Show"
          w="var(--field-m)"
          value={curtain}
          data={curtains}
          onChange={(value) => value !== null && onCurtain(value)}
        />
        <Panel label="Band" icon={<IconMusic size={18} />}>
          {props.backing}
        </Panel>
        <Panel label="Practice" icon={<IconAdjustmentsHorizontal size={18} />}>
          {props.practice}
        </Panel>
      </Group>
    </Group>
  );
}

function Panel({ label, icon, children }: { label: string; icon: ReactNode; children: ReactNode }) {
  return (
    <FieldsPopover position="top-end" trapFocus withinPortal>
      <Popover.Target>
        <Button variant="default" leftSection={icon}>
          {label}
        </Button>
      </Popover.Target>
      <Popover.Dropdown aria-label={label} className={classes.panel}>
        {children}
      </Popover.Dropdown>
    </FieldsPopover>
  );
}
