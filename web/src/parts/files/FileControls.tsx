import { Button, type ButtonProps, FileButton, Menu } from "@mantine/core";
import { useFileDialog } from "@mantine/hooks";
import { IconFileImport } from "@tabler/icons-react";
import { type ReactNode, useState } from "react";
import { announce } from "../Announced";
import { tell } from "../tell";
import { OPENED, type OwnFiles, useOpenFile } from "./useOpenFile";

const NONE: OwnFiles = {};

type Write = () => Promise<string>;

/** Whether a file is being written, and a way to begin: its name is announced, and what fails. */
export function useWriting(failed: string) {
  const [writing, setWriting] = useState(false);
  const start = async (write: Write) => {
    setWriting(true);
    await write().then(
      (name) => announce(`${name} is in your downloads`),
      (error: unknown) => tell(failed, error),
    );
    setWriting(false);
  };
  return [writing, start] as const;
}

interface WriteButtonProps extends ButtonProps {
  /** Writes the file and gives its name. */
  write: Write;
  /** What is told where it fails. */
  failed: string;
}

/** Writes one file. */
export function WriteButton({ write, failed, ...button }: WriteButtonProps) {
  const [writing, start] = useWriting(failed);
  return <Button {...button} loading={writing} onClick={() => void start(write)} />;
}

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
  const [writing, start] = useWriting("The file was not written");
  return (
    <Menu>
      <Menu.Target>
        <Button variant="default" leftSection={icon} loading={writing} disabled={disabled}>
          {label}
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <KindItems kinds={kinds} onKind={(kind) => void start(() => write(kind))} />
      </Menu.Dropdown>
    </Menu>
  );
}

/** The files that can be written, as items of a menu. */
export function KindItems({ kinds, onKind }: Pick<DownloadMenuProps, "kinds"> & { onKind: (kind: string) => void }) {
  return kinds.map(({ kind, label }) => (
    <Menu.Item key={kind} onClick={() => onKind(kind)}>
      {label}
    </Menu.Item>
  ));
}

/** Opens any file that we read, by an item of a menu. */
export function useOpenDialog(): () => void {
  const read = useOpenFile(NONE);
  const { open } = useFileDialog({
    accept: OPENED,
    multiple: false,
    resetOnOpen: true,
    onChange: (files) => read(files?.[0]),
  });
  return open;
}

interface OpenFileProps {
  /** What this place does itself with files of its own kinds; all others go where they belong. */
  own?: OwnFiles;
  label?: string;
  size?: "xs" | "sm";
}

/** Opens any file that we read, from this machine; one that cannot be read changes nothing. */
export function OpenFile({ own = NONE, label = "Open a file", size = "sm" }: OpenFileProps) {
  const read = useOpenFile(own);
  return (
    <FileButton onChange={read} accept={OPENED}>
      {(props) => (
        <Button variant="default" size={size} leftSection={<IconFileImport size={18} />} {...props}>
          {label}
        </Button>
      )}
    </FileButton>
  );
}
