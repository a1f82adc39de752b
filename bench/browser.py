"""How long a player waits for new notation after changing a phrase, measured inside the page."""

from __future__ import annotations

import tempfile
from pathlib import Path

from tests.browser.serving import browser_page, served

# Resolves with the milliseconds from the key press to the first frame that shows a strip with other notation.
_MEASURE = """
async (text) => {
  const field = document.querySelector('input[data-autofocus]');
  const score = () => document.querySelector('#strip-0 [role=img]')?.outerHTML;
  const before = score();
  const setter = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  const begin = performance.now();
  setter.call(field, text);
  field.dispatchEvent(new Event('input', { bubbles: true }));
  return await new Promise((resolve, reject) => {
    const look = () => {
      if (score() !== before) requestAnimationFrame(() => resolve(performance.now() - begin));
      else if (performance.now() - begin > 5000) reject(new Error('no new notation'));
      else requestAnimationFrame(look);
    };
    look();
  });
}
"""


def phrase_changes(count: int) -> list[float]:
    """Milliseconds for so many different cells, each typed anew, in a strip of four bars."""
    with (
        tempfile.TemporaryDirectory() as folder,
        served(Path(folder) / "demo.db") as address,
        browser_page(address) as page,
    ):
        page.goto("/recipes")
        page.get_by_role("link", name="Slipway").click()
        page.wait_for_selector("#strip-0 [role=img]")
        page.click("[data-phrase=figure]")
        page.wait_for_selector("input[data-autofocus]")
        page.wait_for_timeout(1000)
        cells = [f"{a} {b} {c} {d}" for a in (1, 2, 3) for b in (5, 4) for c in (6, 7, 8) for d in (1, 2, 3)]
        found = []
        for cell in cells[:count]:
            found.append(float(page.evaluate(_MEASURE, cell)))
            page.wait_for_timeout(600)  # the pause of a hand between two changes
        return found
