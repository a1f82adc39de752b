import { Button, FileButton, Menu } from "@mantine/core";
import { IconFileImport } from "@tabler/icons-react";
import { type ReactNode, useState } from "react";
import { tell } from "./tell";

interface DownloadMenuProps<K extends string> {
  label: string;
  icon: ReactNode;
  disabled?: boolean;
  /** What can be written: kind and words. */
  kinds: readonly (readonly [K, string])[];
  write: (kind: K) => Promise<void>;
}

/** A menu of files to download. */
export function DownloadMenu<K extends string>({ label, icon, disabled, kinds, write }: DownloadMenuProps<K>) {
  const [writing, setWriting] = useState(false);
  const start = async (kind: K) => {
    setWriting(true);
    await write(kind).catch((error: unknown) => tell("The file was not written", error));
    setWriting(false);
  };
  return (
    <Menu position="bottom-end" withArrow>
      <Menu.Target>
        <Button variant="default" leftSection={icon} loading={writing} disabled={disabled}>
          {label}
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {kinds.map(([kind, words]) => (
          <Menu.Item key={kind} onClick={() => void start(kind)}>
            {words}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}

interface OpenFileProps {
  accept: string;
  read: (file: File) => Promise<void>;
  label?: string;
  size?: "xs" | "sm";
}

/** Opens a file from this machine; one that cannot be read is told and changes nothing. */
export function OpenFile({ accept, read, label = "Open a file", size = "sm" }: OpenFileProps) {
  const start = (file: File | null) => {
    if (file !== null) void read(file).catch((error: unknown) => tell(`${file.name} could not be read`, error));
  };
  return (
    <FileButton onChange={start} accept={accept}>
      {(props) => (
        <Button variant="default" size={size} leftSection={<IconFileImport size={18} />} {...props}>
          {label}
        </Button>
      )}
    </FileButton>
  );
}
