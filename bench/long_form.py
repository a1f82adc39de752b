"""How a long exercise feels: twelve keys over a form of 32 bars, measured inside the page."""

from __future__ import annotations

import json
import tempfile
from pathlib import Path

from tests.browser.hands import until
from tests.browser.serving import browser_page, served

from bench.timing import TUNE
from dodecant.exercise.recipe.document import read_recipe

_CHOSEN = """
() => {
  window.long = [];
  document.addEventListener('change', () => { window.begun = performance.now(); }, { once: true, capture: true });
  const look = () => {
    const first = document.querySelector('#strip-0 svg[aria-label*="32 bars"]');
    if (first === null || window.begun === undefined) return requestAnimationFrame(look);
    requestAnimationFrame(() => { window.first = performance.now() - window.begun; });
  };
  look();
}
"""
_FRAMES = """
() => new PerformanceObserver((list) => window.long.push(...list.getEntries().map(({ duration }) => duration)))
  .observe({ type: 'long-animation-frame' })
"""
_JUMP = """
async () => {
  const begun = performance.now();
  document.querySelector('[aria-label="Go to G"]').dispatchEvent(new MouseEvent('click', { bubbles: true }));
  return await new Promise((resolve) => {
    const look = () => {
      const note = document.querySelector('#strip-11 svg[aria-label*="32 bars"] .note');
      const seen = note?.getBoundingClientRect();
      const there = seen?.height > 0 && seen.top >= 0 && seen.top < window.innerHeight;
      if (there) requestAnimationFrame(() => resolve(performance.now() - begun));
      else requestAnimationFrame(look);
    };
    look();
  });
}
"""


def long_rows() -> list[tuple[str, str, str]]:
    """The first strip of a file that is opened, the frames of scrolling through it, a jump to its last key."""
    recipe = read_recipe({"sounds": {"kind": "changes", "changes": {"text": TUNE}}, "path": {"direction": "up"}})
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "long.recipe.json"
        file.write_text(json.dumps(recipe.model_dump(mode="json")))
        with served(Path(folder) / "demo.db") as address, browser_page(address) as page:
            page.goto("/bench")
            page.wait_for_selector("#strip-0 svg .note")
            page.wait_for_timeout(700)
            page.evaluate(_CHOSEN)
            page.locator("input[type=file]").first.set_input_files(file)
            until(page, "window.first !== undefined")
            first = float(page.evaluate("window.first"))
            page.wait_for_timeout(1500)
            jump = float(page.evaluate(_JUMP))
            page.wait_for_timeout(1500)
            page.evaluate("window.scrollTo(0, 0)")
            page.wait_for_timeout(1500)
            page.evaluate(_FRAMES)
            for _ in range(40):
                page.mouse.wheel(0, 160)
                page.wait_for_timeout(70)
            page.wait_for_timeout(300)
            frames = sorted(float(one) for one in page.evaluate("window.long"))
    worst = f"{frames[-1]:.0f} ms, {len(frames)}" if frames else "none over 50 ms"
    what = "12 keys x 32 bars in the browser"
    return [
        (f"{what}: the first strip of a file that is opened", f"{first:.0f} ms", "under 500 ms"),
        (
            f"{what}: the longest frame while one scrolls, and how many are over 50 ms",
            worst,
            "none",
        ),
        (f"{what}: a jump to the last key", f"{jump:.0f} ms", "under 300 ms"),
    ]
