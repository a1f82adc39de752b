import { expect, it } from "vitest";
import { ApiError } from "../api/client";
import { wordsOf } from "./tell";

it.each([
  [
    new ApiError(422, [{ pointer: "/title", message: "It has no title.", cure: "Type one.", where: null }]),
    "It has no title. Type one.",
  ],
  [new Error("This routine has no recipe in it."), "This routine has no recipe in it."],
  [new TypeError("Cannot read properties of undefined (reading 'x')"), "Something unexpected happened. Try again."],
  [new DOMException("The operation failed.", "InvalidStateError"), "Something unexpected happened. Try again."],
  ["broken", "Something unexpected happened. Try again."],
])("%s is said as %j", (error, words) => {
  expect(wordsOf(error)).toBe(words);
});
