import { Button, FileButton, Menu } from "@mantine/core";
import { IconFileImport } from "@tabler/icons-react";
import { type ReactNode, useState } from "react";
import { announce } from "./Announced";
import { tell } from "./tell";

interface DownloadMenuProps {
  label: string;
  icon: ReactNode;
  disabled?: boolean;
  /** What can be written, as the server lists it. */
  kinds: readonly { kind: string; label: string }[];
  write: (kind: string) => Promise<string>;
}

/** A menu of files to download. */
export function DownloadMenu({ label, icon, disabled, kinds, write }: DownloadMenuProps) {
  const [writing, setWriting] = useState(false);
  const start = async (kind: string) => {
    setWriting(true);
    await write(kind).then(
      (name) => announce(`${name} is written`),
      (error: unknown) => tell("The file was not written", error),
    );
    setWriting(false);
  };
  return (
    <Menu>
      <Menu.Target>
        <Button variant="default" leftSection={icon} loading={writing} disabled={disabled}>
          {label}
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {kinds.map((one) => (
          <Menu.Item key={one.kind} onClick={() => void start(one.kind)}>
            {one.label}
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
