// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { drawGradually } from "./drawGradually";

const system = (number: number) => `<g class="system"><g id="n${number}" class="note"></g></g>`;
const PICTURE = `<svg viewBox="0 0 100 800"><g class="page">${[0, 1, 2, 3].map(system).join("<path d='M0 0'/>")}</g></svg>`;

describe("a picture of many systems", () => {
  let frames: FrameRequestCallback[] = [];
  const nextFrame = () => frames.splice(0).forEach((draw) => draw(0));
  const host = document.createElement("div");
  let near = true;
  host.checkVisibility = () => near;
  const drawn = () => [...host.querySelectorAll(".note")].map(({ id }) => id);

  beforeEach(() => {
    frames = [];
    vi.stubGlobal("requestAnimationFrame", (draw: FrameRequestCallback) => frames.push(draw));
    vi.stubGlobal("cancelAnimationFrame", () => (frames = []));
  });
  afterEach(() => vi.unstubAllGlobals());

  it("comes one system a frame, in its room from the first, and is then what it would be at once", () => {
    drawGradually(host, PICTURE);
    expect(host.querySelector("svg")?.getAttribute("viewBox")).toBe("0 0 100 800");
    for (const count of [1, 2, 3, 4]) {
      expect(drawn()).toEqual(["n0", "n1", "n2", "n3"].slice(0, count));
      nextFrame();
    }
    const whole = document.createElement("div");
    whole.innerHTML = PICTURE;
    expect(host.innerHTML).toBe(whole.innerHTML);
    expect(frames).toEqual([]);
  });

  it("waits while it is far away, and goes on when it comes near", () => {
    near = false;
    drawGradually(host, PICTURE);
    for (let frame = 0; frame < 3; frame += 1) nextFrame();
    expect([drawn(), frames.length]).toEqual([["n0"], 0]);
    near = true;
    document.dispatchEvent(new Event("contentvisibilityautostatechange"));
    for (let frame = 0; frame < 3; frame += 1) nextFrame();
    expect([drawn().length, frames.length]).toEqual([4, 0]);
  });

  it("gives way to another one", () => {
    const stop = drawGradually(host, PICTURE);
    nextFrame();
    stop();
    drawGradually(host, PICTURE.replaceAll('id="n', 'id="m'));
    for (let frame = 0; frame < 5; frame += 1) nextFrame();
    expect(drawn()).toEqual(["m0", "m1", "m2", "m3"]);
  });
});
