// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { userEvent } from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { Held, TABLES, show } from "../testing/show";
import { Amount } from "./fields/Amount";
import { Choice } from "./fields/Choice";
import { Dial } from "./Dial/Dial";
import { choicesOf, limitsOf } from "./tables";

describe("a choice", () => {
  it("offers the server's words in order, and tells the value", async () => {
    const chosen = vi.fn();
    show(<Choice label="By" field="Path.by" value="step" onChange={chosen} />);
    await userEvent.click(screen.getByRole("combobox", { name: "By" }));
    const offered = screen.getAllByRole("option").map((option) => option.textContent);
    expect(offered).toEqual(["step", "skip (every second tone)", "third (two letters)"]);
    await userEvent.click(screen.getByRole("option", { name: "third (two letters)" }));
    expect(chosen.mock.calls).toEqual([["third"]]);
  });

  it("puts a value of the screen's own first and takes other words for a served one", async () => {
    show(
      <Choice<string>
        label="Approach notes"
        field="Enclosure.kind"
        words={{ nothing: "nothing", below: "from below" }}
        value="nothing"
        onChange={() => undefined}
      />,
    );
    await userEvent.click(screen.getByRole("combobox", { name: "Approach notes" }));
    const offered = screen.getAllByRole("option").map((option) => option.textContent);
    expect(offered.slice(0, 3)).toEqual(["nothing", "from below", "a scale tone above"]);
    expect(offered).toHaveLength(1 + choicesOf(TABLES, "Enclosure.kind").length);
  });

  it("fails by name where nothing is served", () => {
    expect(() => choicesOf(TABLES, "Path.colour")).toThrow("Path.colour");
    expect(() => limitsOf(TABLES, "Path.colour")).toThrow("Path.colour");
  });
});

describe("an amount", () => {
  it.each([
    ["5", [5]],
    ["0", []],
    ["12", [1]],
    ["8", [8]],
  ])("of bars typed as %s tells %j", async (typed, told) => {
    const changed = vi.fn();
    show(<Amount label="Bars" field="Call.bars" value={2} onChange={changed} />);
    const field = screen.getByLabelText("Bars");
    await userEvent.clear(field);
    await userEvent.type(field, typed);
    expect(changed.mock.calls.map(([value]) => value as number)).toEqual(told);
  });
});

describe("the dial", () => {
  it("is picked by keyboard, side by side, and says what is on", async () => {
    const changed = vi.fn();
    show(
      <Held first={[0]} onChange={changed}>
        {(route, set) => (
          <Dial route={route} names={TABLES.major_keys} switches action="Pick" onSide={(key) => set([...route, key])} />
        )}
      </Held>,
    );
    expect(screen.getByRole("button", { name: "Pick C", pressed: true })).toBeDefined();
    screen.getByRole("button", { name: "Pick A♭" }).focus();
    await userEvent.keyboard("{Enter}");
    screen.getByRole("button", { name: "Pick F" }).focus();
    await userEvent.keyboard(" ");
    expect(changed.mock.calls.at(-1)).toEqual([[0, 8, 5]]);
    expect(screen.getAllByRole("button", { pressed: true })).toHaveLength(3);
    expect(screen.getByRole("group", { name: "Key route: C, A♭, F" })).toBeDefined();
  });
});
