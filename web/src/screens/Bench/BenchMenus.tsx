import { Button, Menu } from "@mantine/core";
import { IconDots, IconFile, IconPrinter, IconUsers } from "@tabler/icons-react";
import { type ReactNode, useState } from "react";
import { useNavigate } from "react-router";
import { download } from "../../api/files";
import { blankAssignment } from "../../api/studio";
import type { Recipe } from "../../api/types";
import { PrintWindow } from "../../parts/Pages/PrintWindow";
import { beginAnew } from "../../parts/documents/asides";
import { KindItems, useOpenDialog, useWriting } from "../../parts/files/FileControls";
import { useLoadedTables } from "../../parts/tables";
import { SeenAsItems } from "./seen/SeenAsItems";
import type { SeenAs } from "./seen/seenAs";

interface BenchMenusProps {
  recipe: Recipe;
  seen: SeenAs;
  /** The id of the saved recipe; empty for a new one. */
  saved: string;
}

/** The class, printing and files: three menus, or one where there is no room for three. */
export function BenchMenus({ recipe, seen, saved }: BenchMenusProps) {
  const navigate = useNavigate();
  const { exercise_files } = useLoadedTables();
  const [prints, setPrints] = useState(false);
  const [writing, write] = useWriting("The file was not written");
  const openFile = useOpenDialog();
  const title = recipe.title.trim() || "Exercise";
  const students = (
    <>
      <Menu.Item onClick={() => setPrints(true)}>Handouts</Menu.Item>
      <Menu.Divider />
      <SeenAsItems seen={seen} />
    </>
  );
  const exports = (
    <KindItems kinds={exercise_files} onKind={(kind) => void write(() => download(`/api/files/${kind}`, recipe))} />
  );
  const files = (
    <>
      <Menu.Item
        onClick={() => {
          beginAnew("recipes");
          void navigate("/bench");
        }}
      >
        New recipe
      </Menu.Item>
      <Menu.Item onClick={openFile}>Open a file</Menu.Item>
    </>
  );
  return (
    <>
      <BenchMenu label="Students" icon={<IconUsers size={18} />} wide>
        {students}
      </BenchMenu>
      <BenchMenu label="Print and export" icon={<IconPrinter size={18} />} wide loading={writing}>
        {exports}
      </BenchMenu>
      <BenchMenu label="File" icon={<IconFile size={18} />} wide>
        {files}
      </BenchMenu>
      <BenchMenu label="More" icon={<IconDots size={18} />} wide={false} loading={writing}>
        {files}
        <Menu.Divider />
        <Menu.Label>Print and export</Menu.Label>
        {exports}
        <Menu.Divider />
        <Menu.Label>Students</Menu.Label>
        {students}
      </BenchMenu>
      <PrintWindow
        given={{ ...blankAssignment, title, recipe, saved }}
        opened={prints}
        onClose={() => setPrints(false)}
      />
    </>
  );
}

interface BenchMenuProps {
  label: string;
  icon: ReactNode;
  /** Whether it stands on wide windows, or on narrow ones. */
  wide: boolean;
  loading?: boolean;
  children: ReactNode;
}

function BenchMenu({ label, icon, wide, loading = false, children }: BenchMenuProps) {
  return (
    <Menu>
      <Menu.Target>
        <Button
          variant="default"
          leftSection={icon}
          loading={loading}
          {...(wide ? { visibleFrom: "sm" } : { hiddenFrom: "sm" })}
        >
          {label}
        </Button>
      </Menu.Target>
      <Menu.Dropdown mah="70vh" style={{ overflowY: "auto" }}>
        {children}
      </Menu.Dropdown>
    </Menu>
  );
}
