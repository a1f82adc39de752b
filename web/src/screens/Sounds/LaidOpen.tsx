import { Box, Group, Tabs, Text, Title } from "@mantine/core";
import type { LaidOpen as Sound, Tables } from "../../api/types";
import { ChordsInside } from "./ChordsInside";
import { Hearing } from "./Hearing";
import { HowMade } from "./HowMade";
import { Making } from "./Making";
import { NotesAndNumbers } from "./NotesAndNumbers";
import { OnInstrument } from "./OnInstrument";
import { AroundIt } from "./AroundIt";

interface LaidOpenProps {
  sound: Sound;
  tables: Tables;
}

/** A sound: how it looks, sounds, is made, what is inside it and what lies around it. */
export function LaidOpen({ sound, tables }: LaidOpenProps) {
  const title = `${sound.tonic} ${sound.name}`;
  return (
    <Box component="article" aria-label={title}>
      <Group justify="space-between" align="baseline">
        <Title order={1} size={30}>
          {title}
        </Title>
        <Hearing key={title} sound={sound} />
      </Group>
      <Text size="lg" mt={4}>
        {sound.use} From the major scale: {sound.derivation}.
        {sound.aliases.length > 0 && ` Also called ${sound.aliases.join(", ")}.`}
      </Text>
      <Tabs defaultValue="notes" mt="sm" keepMounted={false}>
        <Tabs.List>
          <Tabs.Tab value="notes">Notes and numbers</Tabs.Tab>
          <Tabs.Tab value="hands">On an instrument</Tabs.Tab>
          <Tabs.Tab value="made">How it is made</Tabs.Tab>
          <Tabs.Tab value="chords">Chords inside</Tabs.Tab>
          <Tabs.Tab value="around">Related scales</Tabs.Tab>
          <Tabs.Tab value="own">Make your own from it</Tabs.Tab>
        </Tabs.List>
        <Tabs.Panel value="notes" pt="sm">
          <NotesAndNumbers sound={sound} />
        </Tabs.Panel>
        <Tabs.Panel value="hands" pt="md">
          <OnInstrument sound={sound} tables={tables} />
        </Tabs.Panel>
        <Tabs.Panel value="made" pt="md">
          <HowMade key={title} sound={sound} />
        </Tabs.Panel>
        <Tabs.Panel value="chords" pt="md">
          <ChordsInside sound={sound} />
        </Tabs.Panel>
        <Tabs.Panel value="around" pt="md">
          <AroundIt sound={sound} tables={tables} />
        </Tabs.Panel>
        <Tabs.Panel value="own" pt="md">
          <Making key={title} sound={sound} tables={tables} />
        </Tabs.Panel>
      </Tabs>
    </Box>
  );
}
