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
  const [tempo, setTempo] = useState("");
  const phrases = [
    { id: "what", name: "what was practised", lead: "I practised", text: what || "something", said: true },
    { id: "rule", name: "the rule", lead: ", by", text: "the book", said: true },
    { id: "tempo", name: "a tempo", lead: "; at", text: tempo, said: tempo !== "" },
  ];
  const field = (label: string, value: string, set: (text: string) => void) => () => (
    <TextInput label={label} value={value} onChange={(event) => set(event.currentTarget.value)} />
  );
  return (
    <SentenceForm
      label="The entry"
      phrases={phrases}
      editors={{ what: field("What", what, setWhat), tempo: field("Tempo", tempo, setTempo) }}
      problem={(id) => (id === "what" && what === "x" ? "Say more." : undefined)}
    />
  );
}

const read = () => screen.getByLabelText("The entry").textContent.replaceAll(/\s+/g, " ").trim();

it("is read as a sentence; a phrase opens its field, Enter closes it, and what is not said can be added", async () => {
  const hand = userEvent.setup();
  show(<Form />);
  expect(read()).toBe("I practised something, by the book.");
  expect(screen.queryByRole("button", { name: /the rule/ })).toBeNull(); // nothing changes it here
  await hand.click(screen.getByRole("button", { name: "something: change what was practised" }));
  const what = await screen.findByRole("textbox", { name: "What" });
  await hand.type(what, "x");
  expect(await screen.findByRole("alert")).toHaveProperty("textContent", "Say more.");
  expect(screen.getByRole("button", { name: /^x: change/ }).getAttribute("data-faulty")).toBe("true");
  await hand.type(what, "yz{Enter}");
  await waitFor(() => expect(screen.queryByRole("textbox", { name: "What" })).toBeNull());
  expect(read()).toBe("I practised xyz, by the book.");
  expect(document.activeElement?.getAttribute("data-phrase")).toBe("what"); // the hand is back where it was
});

it("adds what is not said: it stands in the sentence from the first letter on, and goes back where nothing is said", async () => {
  const hand = userEvent.setup();
  show(<Form />);
  const add = () => hand.click(screen.getByRole("button", { name: "a tempo" }));
  await add();
  expect(screen.getByRole("button", { name: "…: change a tempo" })).not.toBeNull();
  await hand.type(await screen.findByRole("textbox", { name: "Tempo" }), "120{Enter}");
  await waitFor(() => expect(screen.queryByRole("textbox", { name: "Tempo" })).toBeNull());
  expect(read()).toBe("I practised something, by the book; at 120.");
  await hand.click(screen.getByRole("button", { name: "120: change a tempo" }));
  await hand.clear(await screen.findByRole("textbox", { name: "Tempo" }));
  await hand.keyboard("{Enter}");
  await waitFor(() => expect(screen.queryByRole("button", { name: "a tempo" })).not.toBeNull());
  expect(document.activeElement?.textContent).toBe("a tempo");
});
