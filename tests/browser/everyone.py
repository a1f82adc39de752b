"""What holds on every screen, in every window and scheme: a page is loaded once, then resized and recoloured."""

from __future__ import annotations

from pathlib import Path
from typing import Final, Literal

from playwright.sync_api import Page

from tests.browser.hands import until

AXE: Final = (Path(__file__).parents[2] / "web/node_modules/axe-core/axe.min.js").read_text("utf-8")
# What another size can change; all other rules hold in one as in all.
_CHANGING: Final = ["scrollable-region-focusable", "target-size"]
# A window that stands over the page is looked at alone after the first look: what lies behind it was looked at before.
_CHECK: Final = """async (rules) => (await axe.run(
    (rules.length && document.querySelector('[role=dialog]')) || document, {
    resultTypes: ['violations'], ...(rules.length ? {runOnly: {type: 'rule', values: rules}} : {rules: {
      'label-content-name-mismatch': {enabled: true}, 'td-has-header': {enabled: true},
      'focus-order-semantics': {enabled: true}}}) })).violations
  .map(({id, nodes}) => `${id}: ${nodes.map(({html}) => html.slice(0, 120)).join(' ')}`)"""
SIZES: Final = {"desk": (1280, 800), "tablet": (820, 1180), "phone": (390, 844), "twice as large": (640, 400)}
_DRAWN: Final = """[...document.querySelectorAll('.mantine-Skeleton-root, .mantine-Loader-root')]
  .every((one) => one.getBoundingClientRect().top > innerHeight)"""
_NOTHING_CUT_OFF: Final = """[...document.querySelectorAll('header *')]
  .every((one) => one.getBoundingClientRect().right <= innerWidth)"""
_AT_REST: Final = """async () => {
  await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
  const ends = (one) => one.effect?.getTiming().iterations !== Infinity;
  await Promise.allSettled(document.getAnimations().filter(ends).map((one) => one.finished));
}"""


def drawn(page: Page) -> None:
    """Wait until nothing in view is still being loaded."""
    until(page, _DRAWN)


def at_ease(page: Page, *rules: str) -> None:
    """Assert that nothing is hard to use for anybody, as far as a machine can see (by all rules if none is named)."""
    if not page.evaluate("'axe' in window"):
        page.evaluate(AXE)
    hard = page.evaluate(_CHECK, list(rules))
    assert hard == [], f"{page.url}: {hard}"


def for_everyone(page: Page, *sizes: str) -> None:
    """Assert that what is open is at ease and never scrolls sideways: each size (all if none is named), and by night in
    the first of them (a colour is the same in each).

    The window has its size again afterwards. Where several things are looked at in one size, give the window that size
    first (`sized`): strips that are drawn anew for another width take most of the time.
    """
    before = page.viewport_size
    first, *others = sizes or tuple(SIZES)
    _looked_at(page, first, "light")
    _looked_at(page, first, "dark", "color-contrast")
    for size in others:
        _looked_at(page, size, "light", *_CHANGING)
    if before and page.viewport_size != before:
        page.set_viewport_size(before)


def _looked_at(page: Page, size: str, scheme: Literal["light", "dark"], *rules: str) -> None:
    width, _ = SIZES[size]
    sized(page, size)
    page.emulate_media(color_scheme=scheme, reduced_motion="reduce")
    page.evaluate(_AT_REST)
    drawn(page)
    until(page, f"document.scrollingElement.scrollWidth <= {width}")
    until(page, _NOTHING_CUT_OFF)
    at_ease(page, *rules)


def sized(page: Page, size: str) -> None:
    """Give the window a size, if it has another one."""
    width, height = SIZES[size]
    if page.viewport_size != {"width": width, "height": height}:
        page.set_viewport_size({"width": width, "height": height})
