// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, test } from "vitest";
import { useFormDraft } from "./useFormDraft";

beforeEach(() => localStorage.clear());

const from = { title: "", keys: ["C"] };
const opened = (name: string, revision = 0, kept = from) => renderHook(() => useFormDraft(name, revision, kept)).result;

test("what was typed is there when the form opens again, and in no other form", () => {
  const first = opened("goal.1");
  expect(first.current.changed).toBe(false);
  act(() => first.current.set((now) => ({ ...now, title: "Thirds" })));
  act(() => first.current.set((now) => ({ ...now, keys: [...now.keys, "F"] })));
  expect(opened("goal.1").current).toMatchObject({ value: { title: "Thirds", keys: ["C", "F"] }, changed: true });
  expect(opened("goal.2").current).toMatchObject({ value: from, changed: false });
});

test("undo and redo go through what was typed, across a second change in one go, and begin anew when it is forgotten", () => {
  const form = opened("goal.1");
  act(() => {
    form.current.set((now) => ({ ...now, title: "Thirds" }));
    form.current.set((now) => ({ ...now, keys: ["F"] }));
  });
  act(() => form.current.undo());
  expect(form.current.value).toEqual({ title: "Thirds", keys: ["C"] });
  act(() => form.current.redo());
  expect(opened("goal.1").current.value).toEqual({ title: "Thirds", keys: ["F"] });
  act(() => form.current.undo());
  act(() => form.current.undo());
  expect([form.current.value, form.current.changed]).toEqual([from, false]);
  act(() => form.current.set((now) => ({ ...now, title: "Sixths" })));
  act(() => form.current.forget());
  expect([form.current.value, form.current.steps.past]).toEqual([from, []]);
});

test("it is forgotten when it was kept, and gives way to a later revision", () => {
  const first = opened("goal.1", 1);
  act(() => first.current.set(() => ({ title: "Thirds", keys: [] })));
  const later = { title: "Fourths", keys: [] };
  expect(opened("goal.1", 2, later).current).toMatchObject({ value: later, changed: false });
  act(() => first.current.forget());
  expect(opened("goal.1", 1).current.value).toEqual(from);
});

test("what was typed back to how it stood is no change", () => {
  const first = opened("goal.1");
  act(() => first.current.set((now) => ({ ...now, title: "T" })));
  act(() => first.current.set((now) => ({ ...now, title: "" })));
  expect(first.current.changed).toBe(false);
});
