// @vitest-environment happy-dom
import { render, screen } from "@testing-library/react";
import { MantineProvider } from "@mantine/core";
import { expect, it } from "vitest";
import { DayChart, withRoom } from "./DayChart";

it.each([
  [[], []],
  [[100], [0]],
  [
    [36, 90, 100],
    [0, 2],
  ],
  [
    [40, 104, 168],
    [0, 1, 2],
  ],
  [
    [40, 103, 104, 168],
    [0, 2, 3],
  ],
])("dates at %j are written at %j: the last one always", (places, written) => {
  expect([...withRoom(places)].toSorted()).toEqual(written);
});

it("puts each value at its date: a month without practice is as wide as it was long", () => {
  const points = [
    { day: "2026-10-01", value: 80 },
    { day: "2026-10-02", value: 84 },
    { day: "2026-11-01", value: 96 },
  ];
  const { container } = render(
    <MantineProvider>
      <DayChart title="The best tempo of each day" unit="BPM" kind="line" points={points} />
    </MantineProvider>,
  );
  const [one, two, three] = [...container.querySelectorAll("svg > g:has(circle)")].map((drawn) =>
    Number(/translate\((\S+) /.exec(drawn.getAttribute("transform") ?? "")?.[1]),
  ) as [number, number, number];
  expect((three - two) / (two - one)).toBeCloseTo(30, 1);
  expect(screen.getAllByRole("row").map((row) => row.textContent)).toEqual([
    "Thursday 1 October80 BPM",
    "Friday 2 October84 BPM",
    "Sunday 1 November96 BPM",
  ]);
});
