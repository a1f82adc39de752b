"""What a hand does on every screen."""

from __future__ import annotations

import json
import re
import time
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path

from playwright.sync_api import Locator, Page, expect

from tests.browser.serving import PATIENCE


def on_the_bench(page: Page, **parts: object) -> None:
    """Open the bench with a new recipe in two keys, or of the parts named, and wait for its first strip."""
    recipe = {"title": "Two lamps", "keys": {"order": "picked", "picked": ["C", "F"]}, **parts}
    page.goto(f"/bench/{saved(page, recipe)}")
    page.wait_for_selector("#strip-0 svg .note")


def saved(page: Page, recipe: dict[str, object], address: str = "") -> str:
    """The id of a recipe that is saved by request (of the server at an address)."""
    found = page.request.post(f"{address}/api/recipes", data=recipe)
    while found.ok and "job" in found.json():  # where the machine is busy, saving becomes a job
        job = f"{address}/api/jobs/{found.json()['job']}"
        done = page.request.get(job).json()["state"] == "done"
        found = page.request.get(f"{job}/answer" if done else job)
    assert found.ok, found.text()
    return str(found.json()["id"])


def phrase(page: Page, name: str, within: Locator | None = None) -> None:
    """Open a phrase (of one sentence among several) and wait until the focus has moved into it, as a hand does."""
    (within or page).locator(f"[data-phrase={name}]").click()
    until(page, "document.activeElement?.closest('[role=dialog]') !== null")


def sentence(page: Page) -> str:
    """The sentence as it stays: it follows the notation a moment later."""
    told = page.get_by_label("The recipe as a sentence")
    before = None
    while (now := told.inner_text()) != before:
        before = now
        page.wait_for_timeout(400)
    return _in_a_row(now)


def says(page: Page, words: str) -> None:
    """Wait until the sentence says some words: it follows what it is made of."""
    told = page.get_by_label("The recipe as a sentence")
    _patiently(page, lambda: words in _in_a_row(told.inner_text()), f"the sentence never says: {words}")


def _in_a_row(text: str) -> str:
    return re.sub(r"\s+", " ", text).replace(" ,", ",")


def look_for(page: Page, words: str) -> None:
    """Open the search over everything by its key and look for some words."""
    field = page.get_by_role("dialog").get_by_label("Search everything")
    for _ in range(20):  # a page that is still being drawn, or closes a window, has no ears for keys
        if field.is_visible():
            break
        page.keyboard.press("/")
        with suppress(AssertionError):
            expect(field).to_be_visible(timeout=3000)
    field.fill(words)


def choose(page: Page, label: str, option: str) -> None:
    page.get_by_role("combobox", name=label, exact=True).click()
    page.get_by_role("option", name=option).first.click()


def strip_begins(page: Page, index: int, numbers: str) -> None:
    """Wait until the numbers under a strip begin so."""
    wanted = numbers.split()

    def shown() -> list[str]:
        every = page.locator(f"#strip-{index} svg .syl").all_text_contents()
        return [text.strip() for text in every[: len(wanted)]]

    _patiently(page, lambda: shown() == wanted, f"strip {index} never begins with {numbers}")


_LISTEN = """
() => {
  [window.marked, window.lit] = [[], []];
  const begun = ({ oldValue }) => !(oldValue ?? '').includes('sounding');
  const played = ({ target }) => /^(s\\d+n\\d+|contour-.+|step-\\d+|chord-\\d+)$/.test(target.id);
  new MutationObserver((changes) => {
    for (const change of changes) {
      if (change.attributeName === 'data-sounding') window.lit.push(change.target.id);
      else if (played(change) && begun(change)) window.marked.push(change.target.id);
    }
  })
    .observe(document.body, { subtree: true, attributeFilter: ['class', 'data-sounding'], attributeOldValue: true });
}
"""


def listen(page: Page) -> None:
    """Keep the names of all that is marked as sounding, in order, in `window.marked`, and of the strips that sounded in
    `window.lit`: a mark lasts a short while.
    """
    page.evaluate(_LISTEN)


_OVERHEAR = """
() => {
  window.told = [];
  new MutationObserver((changes) => {
    for (const { type, target, addedNodes } of changes)
      for (const node of type === 'characterData' ? [target] : addedNodes) window.told.push(node.textContent);
  })
    .observe(document.body, { subtree: true, childList: true, characterData: true });
}
"""


def overhear(page: Page) -> None:
    """Keep all texts that appear in `window.told`: some stand there for a bar or two only."""
    page.evaluate(_OVERHEAR)


def until_told(page: Page, *texts: str) -> None:
    """Wait until each of some texts has stood somewhere since `overhear`."""
    for text in texts:
        until(page, f"window.told.some((one) => one.includes({json.dumps(text)}))")


def until(page: Page, expression: str) -> None:
    """Wait for something true in the page (the page's own policy forbids Playwright's way of waiting for it)."""
    _patiently(page, lambda: bool(page.evaluate(expression)), f"never true: {expression}")


def _patiently(page: Page, holds: Callable[[], bool], otherwise: str) -> None:
    """Look again and again: a busy machine takes its time, and what holds at once is not waited for."""
    deadline = time.monotonic() + PATIENCE / 1000
    while not holds():
        if time.monotonic() > deadline:
            raise AssertionError(otherwise)
        page.wait_for_timeout(40)


def open_file(page: Page, file: Path) -> None:
    """On the bench, open a file from this machine."""
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="File", exact=True).click()
        page.get_by_role("menuitem", name="Open a file").click()
    chooser.value.set_files(file)
