"""How long a player waits for new notation after changing a phrase, measured inside the page."""

from __future__ import annotations

import tempfile
from pathlib import Path

from tests.browser.hands import until
from tests.browser.serving import browser, browser_page, served

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


_FIRST_STRIP = """
(() => {
  const look = () => {
    if (document.querySelector('#strip-0 svg .note') === null) return requestAnimationFrame(look);
    requestAnimationFrame(() => { window.first = performance.now(); });
  };
  look();
})();
"""


def fresh_pages(count: int) -> list[float]:
    """Milliseconds until the bench shows its first strip, in so many browsers that know nothing of it yet."""
    found = []
    with tempfile.TemporaryDirectory() as folder, served(Path(folder) / "demo.db") as address, browser() as opened:
        for _ in range(count):
            context = opened.new_context(viewport={"width": 1280, "height": 800}, base_url=address)
            page = context.new_page()
            page.add_init_script(_FIRST_STRIP)
            page.goto("/bench")
            until(page, "window.first !== undefined")
            found.append(float(page.evaluate("window.first")))
            context.close()
    return found


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


# Notes every source that begins: when it was told so, and when it is to sound, in milliseconds of the page's clock.
_LISTEN = """
window.begun = [];
for (const kind of [AudioBufferSourceNode, OscillatorNode, ConstantSourceNode]) {
  const start = kind.prototype.start;
  kind.prototype.start = function (when = 0, ...rest) {
    const now = this.context.currentTime, asked = performance.now();
    window.begun.push({ kind: kind.name, asked, sounds: asked + Math.max(0, when - now) * 1000,
                        late: when > 0 ? Math.max(0, now - when) * 1000 : 0 });
    return start.call(this, when, ...rest);
  };
}
"""
_PRESSED = """
() => {
  const button = document.getElementById('play');
  window.begun.length = 0;
  button.addEventListener('click', () => { window.pressed = performance.now(); }, { once: true, capture: true });
}
"""
_FIRST = "Math.min(...window.begun.filter(({ kind }) => kind !== 'ConstantSourceNode').map(({ sounds }) => sounds))"
_BUSY = """
() => {
  window.busy = setInterval(() => { const end = performance.now() + 300; while (performance.now() < end); }, 400);
}
"""


def sound_starts() -> tuple[float, float, float]:
    """Milliseconds from pressing Play to the first sound on a fresh page and once more; the latest event, in
    milliseconds, of twelve seconds in which the page is busy 300 of every 400.
    """
    with (
        tempfile.TemporaryDirectory() as folder,
        served(Path(folder) / "demo.db") as address,
        browser_page(address) as page,
    ):
        page.add_init_script(_LISTEN)
        page.goto("/recipes")
        page.get_by_role("link", name="Slipway").click()
        page.wait_for_selector("#strip-0 [role=img]")
        if page.get_by_label("Count-in").is_checked():
            page.get_by_label("Count-in").uncheck()
        page.reload()
        page.wait_for_selector("#strip-0 [role=img]")
        page.wait_for_timeout(700)
        starts = []
        for _ in range(2):
            page.evaluate(_PRESSED)
            page.click("#play")
            until(page, "window.begun.some(({ kind }) => kind !== 'ConstantSourceNode')")
            starts.append(float(page.evaluate(f"{_FIRST} - window.pressed")))
            page.wait_for_timeout(1500)
            page.click("#play")
            page.wait_for_timeout(500)
        page.evaluate(_PRESSED)
        page.click("#play")
        page.wait_for_timeout(1000)
        page.evaluate(_BUSY)
        page.wait_for_timeout(12_000)
        page.evaluate("clearInterval(window.busy)")
        late = float(page.evaluate("Math.max(...window.begun.map(({ late }) => late))"))
        return starts[0], starts[1], late
