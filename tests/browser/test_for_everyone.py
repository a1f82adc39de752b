"""Undo, keys, any window, any eye and ear: what holds on every screen."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.hands import choose, phrase, says, sentence, strip_begins, until

pytestmark = pytest.mark.browser

AXE = (Path(__file__).parents[2] / "web/node_modules/axe-core/axe.min.js").read_text("utf-8")
_CHECK = """async () => (await axe.run(document, {resultTypes: ['violations']})).violations
  .map(({id, nodes}) => `${id}: ${nodes.map(({html}) => html.slice(0, 120)).join(' ')}`)"""
PLACES = (
    "/",
    "/help",
    "/recipes",
    "/bench",
    "/stand",
    "/sounds",
    "/sounds/ionian",
    "/changes",
    "/changes/new",
    "/vocabulary",
    "/studio",
    "/studio?show=players",
    "/studio?show=worksheets",
    "/studio?show=house",
    "/nowhere",
)
PHRASES = ("figure", "sounds", "path", "placement", "keys", "player", "tempo")
SIZES = {"desk": (1280, 800), "tablet": (820, 1180), "phone": (390, 844), "twice as large": (640, 400)}


def at_ease(page: Page) -> None:
    """Nothing in the page is hard to use for anybody, as far as a machine can tell."""
    page.evaluate(AXE)
    assert page.evaluate(_CHECK) == [], page.url


def settled(page: Page, place: str) -> None:
    page.goto(place)
    expect(page.get_by_role("heading", level=1).first).to_be_attached()
    page.wait_for_load_state("networkidle")


def undo_button(page: Page) -> str:
    return page.get_by_role("button", name=re.compile("^(Undo|Nothing to undo)")).get_attribute("aria-label") or ""


def test_many_changes_are_undone_and_done_again(page: Page) -> None:
    page.goto("/recipes")
    page.get_by_role("link", name="Slipway").click()
    strip_begins(page, 0, "5 3 2 1")
    before = sentence(page)
    phrase(page, "figure")
    cell = page.get_by_label("Numbers of the cell")
    for numbers in ("1 2 3 5", "5 3 2 1 7", "1 b3 4"):
        cell.fill(numbers)
        page.wait_for_timeout(900)  # a pause: the next is a step of its own
    page.get_by_text("Intervals", exact=True).click()
    page.get_by_text("Cell", exact=True).click()
    expect(cell).to_have_value("1 b3 4")  # each kind remembers what it was
    phrase(page, "placement")
    choose(page, "Note value", "sixteenths")
    phrase(page, "keys")
    choose(page, "Order", "by fifths")
    expect(page.locator("[data-phrase=keys]")).to_contain_text("fifths")  # what comes back is named by what was said
    phrase(page, "tempo")
    page.keyboard.type("132")  # what is typed after pressing the tempo sets it
    expect(page.locator("[data-phrase=tempo]")).to_have_text("132")
    page.keyboard.press("Escape")
    after = sentence(page)
    expect(page.get_by_role("button", name="Undo: the tempo back to 96")).to_be_visible()
    for _ in range(20):
        page.keyboard.press("Control+z")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    expect(page.get_by_role("button", name="Nothing to undo")).to_be_visible()
    until(
        page,
        "localStorage.length === 0 || !Object.keys(localStorage).some((key) => key.startsWith('dodecant.recipes'))",
    )
    says(page, before)
    for _ in range(20):
        page.keyboard.press("Control+Shift+z")
    expect(page.locator("[data-phrase=tempo]")).to_have_text("132")
    says(page, after)
    page.go_back()
    expect(page.locator("[data-phrase=tempo]")).to_have_text("96")
    assert "/bench/" in page.url
    page.get_by_role("button", name="Take all changes back").click()
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    page.go_back()
    expect(page.get_by_role("heading", name="Recipes")).to_be_visible()


def test_the_dial_is_one_stop_and_lands_on_its_strip(page: Page) -> None:
    page.goto("/bench")
    strip_begins(page, 0, "1 2 3")
    phrase(page, "figure")
    page.get_by_text("Cell", exact=True).click()
    page.keyboard.press("Escape")
    page.locator("[role=group][aria-label^='Key route'] [tabindex='0']").focus()
    for _ in range(6):
        page.keyboard.press("ArrowRight")
    page.keyboard.press("Enter")
    until(page, "document.activeElement?.matches('section[aria-label^=\"G♭ Ionian\"]')")
    off = "document.activeElement.getBoundingClientRect().top - document.querySelector('[data-bar=top]:not(header)')"
    until(page, f"Math.abs({off}.getBoundingClientRect().bottom - 4) < 1")
    page.keyboard.press("Space")
    expect(page.get_by_role("button", name="Stop", exact=True)).to_be_visible()
    page.get_by_role("button", name="Stop", exact=True).click()


def test_the_page_follows_what_sounds_until_the_player_looks_elsewhere(page: Page) -> None:
    page.set_viewport_size({"width": 1280, "height": 460})
    page.goto("/bench")
    strip_begins(page, 0, "1 2 3")
    phrase(page, "tempo")
    page.keyboard.type("240")
    page.keyboard.press("Escape")
    page.get_by_label("Count-in").uncheck()
    page.get_by_role("button", name="Play", exact=True).click()
    until(
        page,
        "window.scrollY > 50 && document.querySelector('section[data-sounding]')?.getBoundingClientRect().top < 460",
    )
    page.mouse.move(600, 300)
    page.mouse.wheel(0, 900)
    page.get_by_role("button", name="Back to what sounds").click()
    expect(page.get_by_role("button", name="Back to what sounds")).to_have_count(0)
    page.get_by_role("button", name="Stop", exact=True).click()


def test_escape_closes_the_innermost_thing(page: Page) -> None:
    """A list that is open closes alone: neither the phrase nor the small window that it stands in."""
    page.goto("/bench")
    strip_begins(page, 0, "1 2 3")
    phrase(page, "figure")
    standing = page.get_by_role("combobox", name="It stands on")
    reading = page.get_by_role("combobox", name="Hard spellings")
    for opens, choice in ((None, standing), ("Reading", reading)):
        if opens:
            page.get_by_role("button", name=opens).click()
        choice.press("ArrowDown")
        expect(choice).to_have_attribute("aria-expanded", "true")
        choice.press("Escape")
        expect(choice).to_have_attribute("aria-expanded", "false")
        choice.press("Escape")
        expect(choice).to_have_count(0)


def test_play_is_near_for_the_keyboard(page: Page) -> None:
    page.goto("/bench")
    strip_begins(page, 0, "1 2 3")
    page.keyboard.press("Tab")
    page.keyboard.press("Enter")  # skip to the page
    page.keyboard.press("Tab")
    page.keyboard.press("Enter")  # skip to Play
    until(page, "document.activeElement?.id === 'play'")


@pytest.mark.parametrize("size", SIZES)
def test_nothing_scrolls_sideways_and_play_is_in_view(page: Page, size: str) -> None:
    width, height = SIZES[size]
    page.set_viewport_size({"width": width, "height": height})
    for place in PLACES:
        settled(page, place)
        assert page.evaluate("document.scrollingElement.scrollWidth") <= width, place
    page.goto("/bench")
    strip_begins(page, 0, "1 2 3")
    for name in ("figure", "placement", "player"):
        phrase(page, name)
        panel = page.get_by_role("dialog")
        assert panel.evaluate("(one) => one.scrollWidth <= one.clientWidth + 1"), name
        top, bottom = panel.evaluate("(one) => [one.getBoundingClientRect().top, one.getBoundingClientRect().bottom]")
        assert 0 <= top < bottom <= height + 1, name
        page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="Play", exact=True)).to_be_in_viewport(ratio=1)


@pytest.mark.parametrize(("size", "scheme"), [("desk", "light"), ("desk", "dark"), ("phone", "light")])
def test_every_place_is_at_ease_with_every_eye_and_ear(page: Page, size: str, scheme: str) -> None:
    width, height = SIZES[size]
    page.set_viewport_size({"width": width, "height": height})
    page.emulate_media(color_scheme="dark" if scheme == "dark" else "light", reduced_motion="reduce")
    for place in PLACES:
        settled(page, place)
        at_ease(page)
    page.goto("/bench")
    strip_begins(page, 0, "1 2 3")
    for name in PHRASES if scheme == "light" else ("figure", "keys"):
        phrase(page, name)
        at_ease(page)
        page.keyboard.press("Escape")
    phrase(page, "player")
    page.get_by_role("button", name="Show how it is played").click()
    page.get_by_role("button", name="Pin a note").click()
    at_ease(page)
    page.keyboard.press("Escape")
    for name in ("Ideas", "Reading", "Print or download"):
        page.get_by_role("button", name=name).click()
        at_ease(page)
        page.keyboard.press("Escape")
    page.goto("/recipes")
    page.get_by_role("button", name="Rename").first.click()
    expect(page.get_by_role("dialog")).to_be_visible()
    at_ease(page)
    page.keyboard.press("Escape")
    page.get_by_role("heading", level=1).click()
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_be_visible()
    at_ease(page)
    page.keyboard.press("Escape")
    page.keyboard.press("/")
    page.get_by_label("Search everything").last.fill("blues")
    expect(page.get_by_role("option").first).to_be_visible()
    at_ease(page)


def test_colours_of_ones_own_keep_every_sign(page: Page) -> None:
    page.emulate_media(forced_colors="active", contrast="more")
    page.goto("/bench")
    strip_begins(page, 0, "1 2 3")
    phrase(page, "placement")
    slot = page.locator("[data-slot=s]").first
    expect(slot).to_be_visible()
    page.wait_for_selector("#strip-0 .note .head", state="attached")
    inks = page.evaluate(
        """() => { const ink = (one) => getComputedStyle(one);
        return [ink(document.querySelector('[data-slot=s] > span')).backgroundColor,
                ink(document.querySelector('#strip-0 .note .head')).fill,
                ink(document.querySelector('[data-phrase][aria-expanded=true]')).outlineStyle,
                ink(document.body).backgroundColor] }"""
    )
    assert inks[2] == "solid"
    assert inks[3] not in inks[:2]
