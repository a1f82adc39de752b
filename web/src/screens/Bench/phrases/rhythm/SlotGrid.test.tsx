// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { userEvent } from "@testing-library/user-event";
import { expect, it, vi } from "vitest";
import { Held, show } from "../../../../testing/show";
import { SlotGrid } from "./SlotGrid";
import { beatsOf, textOf } from "./slots";

const grid = (text: string, changed: (text: string) => void) =>
  show(
    <Held first={text} onChange={changed}>
      {(now, set) => (
        <SlotGrid beats={beatsOf(now, 2)} inBar={4} inBeat={2} divides onChange={(beats) => set(textOf(beats))} />
      )}
    </Held>,
  );

it("takes a slot from sounding to silent to holding on, each press told to a screen reader", async () => {
  const changed = vi.fn();
  grid("ssssssss", changed);
  await userEvent.click(screen.getByRole("button", { name: "Bar 1, the and of 2: sounds" }));
  await userEvent.click(screen.getByRole("button", { name: "Bar 1, the and of 2: is silent" }));
  await userEvent.click(screen.getByRole("button", { name: "Bar 1, the and of 2: holds on" }));
  expect(changed.mock.calls.flat()).toEqual(["sssrssss", "ssshssss", "ssssssss"]);
});

it("divides one beat on its own and back", async () => {
  const changed = vi.fn();
  grid("ssssssss", changed);
  for (const count of ["in 3", "in 2"]) {
    await userEvent.click(screen.getByRole("combobox", { name: "Bar 1, divide beat 3 into" }));
    await userEvent.click(await screen.findByRole("option", { name: count }));
  }
  expect(changed.mock.calls.flat()).toEqual(["ssss(sss)ss", "ssssssss"]);
  expect(screen.queryByRole("button", { name: /⅓ after/ })).toBeNull();
});
