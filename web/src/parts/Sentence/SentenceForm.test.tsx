// @vitest-environment happy-dom
import { TextInput } from "@mantine/core";
import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { expect, it } from "vitest";
import { show } from "../../testing/show";
import { SentenceForm } from "./SentenceForm";

function Form() {
  const [what, setWhat] = useState("");
  const phrases = [
    { id: "what", name: "what was practised", lead: "I practised", text: what || "something", said: true },
    { id: "rule", name: "the rule", lead: ", by", text: "the book", said: true },
    { id: "tempo", name: "a tempo", lead: "; at", text: "", said: false },
  ];
  const field = (label: string) => () => (
    <TextInput label={label} value={what} onChange={(event) => setWhat(event.currentTarget.value)} />
  );
  return (
    <SentenceForm
      label="The entry"
      phrases={phrases}
      editors={{ what: field("What"), tempo: field("Tempo") }}
      problem={(id) => (id === "what" && what === "x" ? "Say more." : undefined)}
    />
  );
}

it("is read as a sentence; a phrase opens its field, Enter closes it, and what is not said can be added", async () => {
  const hand = userEvent.setup();
  show(<Form />);
  expect(screen.getByLabelText("The entry").textContent.trim()).toBe("I practised something, by the book.");
  expect(screen.queryByRole("button", { name: /the rule/ })).toBeNull(); // nothing changes it here
  await hand.click(screen.getByRole("button", { name: "something: change what was practised" }));
  const what = await screen.findByRole("textbox", { name: "What" });
  await hand.type(what, "x");
  expect(await screen.findByRole("alert")).toHaveProperty("textContent", "Say more.");
  expect(screen.getByRole("button", { name: /^x: change/ }).getAttribute("data-faulty")).toBe("true");
  await hand.type(what, "yz{Enter}");
  await waitFor(() => expect(screen.queryByRole("textbox", { name: "What" })).toBeNull());
  expect(screen.getByLabelText("The entry").textContent.trim()).toBe("I practised xyz, by the book.");
  await hand.click(screen.getByRole("button", { name: "a tempo" }));
  expect(await screen.findByRole("textbox", { name: "Tempo" })).not.toBeNull();
});
