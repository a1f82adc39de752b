// @vitest-environment happy-dom
import { Notifications } from "@mantine/notifications";
import { cleanup, screen, waitFor } from "@testing-library/react";
import { userEvent } from "@testing-library/user-event";
import { MemoryRouter } from "react-router";
import { afterEach, expect, it, vi } from "vitest";
import type { Saved } from "../../api/shelves";
import { TABLES, show } from "../../testing/show";
import { useDraft } from "../documents/useDraft";
import { Saving } from "./Saving";

const SAVED: Saved<"recipes"> = {
  id: "r1",
  document: { ...TABLES.blank, title: "Slipway" },
  title: "Slipway",
  revision: 3,
  changed_at: "2026-10-06T18:30:00+00:00",
  about: "",
};
const STALE = { problems: [{ pointer: "/revision", message: "Changed elsewhere.", cure: "", where: null }] };

interface Asked {
  method: string;
  path: string;
  body: { revision?: number; title?: string; document?: { tempo: number } } | null;
}

/** Answers every call of the page, in turn; what was asked is kept. */
function answering(...answers: [status: number, body: unknown][]): Asked[] {
  const asked: Asked[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const text = await request.text();
    const body = text === "" ? null : (JSON.parse(text) as Asked["body"]);
    asked.push({ method: request.method, path: new URL(request.url, "http://x").pathname, body });
    const [status, answer] = answers[asked.length - 1] ?? [200, []];
    return new Response(JSON.stringify(answer), { status, headers: { "Content-Type": "application/json" } });
  });
  return asked;
}

function Page({ saved, title = "Slipway" }: { saved: Saved<"recipes"> | undefined; title?: string }) {
  const draft = useDraft("recipes", saved, TABLES.blank);
  return (
    <>
      <button onClick={() => draft.setDocument({ ...draft.document, title, tempo: 120 })}>Faster</button>
      <Saving
        shelf="recipes"
        draft={draft}
        saved={saved}
        title={draft.document.title}
        address={(id) => `/bench/${id}`}
        retitled={(document, name) => ({ ...document, title: name })}
        named={() => ({ part: "the tempo" })}
        onUntitled={() => document.body.setAttribute("data-untitled", "")}
      />
    </>
  );
}

const open = (saved?: Saved<"recipes">, title?: string) =>
  show(
    <MemoryRouter>
      <Notifications />
      <Page saved={saved} title={title} />
    </MemoryRouter>,
  );

afterEach(() => {
  localStorage.clear();
  document.body.removeAttribute("data-untitled");
  vi.unstubAllGlobals();
});

it("saves a change with the revision it began from, and is then saved", async () => {
  const asked = answering([200, { ...SAVED, document: { ...SAVED.document, tempo: 120 }, revision: 4 }]);
  open(SAVED);
  expect(screen.getByText("Saved")).toBeDefined();
  await userEvent.click(screen.getByRole("button", { name: "Faster" }));
  expect(screen.getByText("Not saved yet")).toBeDefined();
  expect(localStorage.getItem("dodecant.recipes.r1")).toContain('"tempo":120');
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  await waitFor(() => expect(asked).toHaveLength(1));
  expect([asked[0]?.method, asked[0]?.path, asked[0]?.body?.revision]).toEqual(["PUT", "/api/recipes/r1", 3]);
});

it.each([
  [120, 4], // what was sent arrived: the work goes on from there
  [90, 3], // another window's: the server will say so
])("closed while it saved, with tempo %d saved since: goes on from revision %d", async (tempo, revision) => {
  vi.stubGlobal("fetch", () => new Promise(() => undefined)); // the answer never comes
  open(SAVED);
  await userEvent.click(screen.getByRole("button", { name: "Faster" }));
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  cleanup();
  const asked = answering([200, SAVED]);
  open({ ...SAVED, document: { ...SAVED.document, tempo }, revision: 4 }, "Slipway, faster");
  await userEvent.click(screen.getByRole("button", { name: "Faster" }));
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  await waitFor(() => expect(asked[0]?.body?.revision).toBe(revision));
});

it("keeps what was typed when another window saved first, and saves it as a copy", async () => {
  const asked = answering([409, STALE], [201, { ...SAVED, id: "r2" }]);
  open(SAVED);
  await userEvent.click(screen.getByRole("button", { name: "Faster" }));
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  await userEvent.click(await screen.findByRole("button", { name: "Save mine as a copy" }));
  await waitFor(() => expect(asked).toHaveLength(2));
  expect([asked[1]?.method, asked[1]?.path, asked[1]?.body?.title]).toEqual(["POST", "/api/recipes", "Slipway (mine)"]);
});

it("undoes and redoes by name, with keys too, and goes back to what is saved", async () => {
  answering();
  open(SAVED);
  await userEvent.click(screen.getByRole("button", { name: "Faster" }));
  await userEvent.click(screen.getByRole("button", { name: "Undo: the tempo" }));
  expect(screen.getByText("Saved")).toBeDefined();
  expect(screen.getByText("Undone: the tempo")).toBeDefined();
  await userEvent.keyboard("{Control>}{Shift>}z{/Shift}{/Control}");
  expect(screen.getByText("Not saved yet")).toBeDefined();
  await userEvent.keyboard("{Control>}z{/Control}");
  expect(screen.getByText("Saved")).toBeDefined();
  await userEvent.click(screen.getByRole("button", { name: "Redo: the tempo" }));
  await userEvent.click(screen.getByRole("button", { name: "Discard all changes" }));
  expect(screen.getByText("Saved")).toBeDefined();
  expect(screen.getByRole("button", { name: "Undo: the tempo" })).toBeDefined(); // which is a step as well
});

it("asks for a name before anything is sent", async () => {
  const asked = answering();
  open(undefined, "  ");
  await userEvent.click(screen.getByRole("button", { name: "Faster" }));
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  expect(document.body.hasAttribute("data-untitled")).toBe(true);
  expect(asked).toEqual([]);
});

it("tells what was refused and keeps the work", async () => {
  answering([
    422,
    { problems: [{ pointer: "/path", message: "The path is too long.", cure: "Shorten it.", where: null }] },
  ]);
  open(SAVED);
  await userEvent.click(screen.getByRole("button", { name: "Faster" }));
  await userEvent.click(screen.getByRole("button", { name: "Save" }));
  expect(await screen.findByText(/The path is too long. Shorten it./)).toBeDefined();
  expect(screen.getByText("Not saved yet")).toBeDefined();
});
