"""Undo, keys, any window, any eye and ear: what holds on every screen."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from tests.browser.everyone import SIZES, for_everyone, sized
from tests.browser.hands import choose, look_for, on_the_bench, phrase, says, sentence, strip_begins, until

pytestmark = pytest.mark.browser

PLACES = {  # and what is there when a place is whole
    "/": "link:Open the plan",
    "/help": "heading:Keyboard shortcuts",
    "/recipes": "link:Slipway",
    "/bench": "button:Play",
    "/stand": "heading:The stand is empty",
    "/sounds": "heading:C Ionian",
    "/sounds/ionian": "heading:C Ionian",
    "/changes": "link:Slack Tide",
    "/changes/new": "textbox:The changes as text",
    "/vocabulary": "button:Copy Triad in triplets",
    "/studio": "button:5 3 2 1 on every IV",
    "/studio?show=players": "button:Archive Ilse Varga",
    "/studio?show=worksheets": "img:Page 1 as it will be printed",
    "/studio?show=house": "button:Back up",
    "/nowhere": "heading:Page not found",
}
PHRASES = ("figure", "sounds", "path", "placement", "keys", "player", "tempo")


def test_many_changes_are_undone_and_done_again(page: Page) -> None:
    on_the_bench(page, title="Slip", figure={"kind": "cell", "text": "5 3 2 1"})
    page.goto("/recipes")
    page.get_by_role("link", name="Slip", exact=True).click()
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
    page.get_by_role("button", name="Discard all changes").click()
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
    page.get_by_role("button", name="Back to the playing strip").click()
    expect(page.get_by_role("button", name="Back to the playing strip")).to_have_count(0)
    page.get_by_role("button", name="Stop", exact=True).click()


def test_escape_closes_the_innermost_thing(page: Page) -> None:
    """A list that is open closes alone: neither the phrase nor the small window that it stands in."""
    on_the_bench(page)
    strip_begins(page, 0, "1 2 3")
    phrase(page, "figure")
    standing = page.get_by_role("combobox", name="Built on")
    reading = page.get_by_role("combobox", name="Hard spellings")
    for opens, choice in ((None, standing), ("View", reading)):
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


@pytest.mark.parametrize("half", [0, 1])
def test_every_place_is_for_every_window_eye_and_ear(page: Page, half: int) -> None:
    for place, there in list(PLACES.items())[half::2]:
        page.goto(place)
        role, _, name = there.partition(":")
        expect(page.get_by_role(role, name=name).first).to_be_visible()  # type: ignore[arg-type]
        for_everyone(page)


def test_every_phrase_of_the_bench_is_for_everyone(page: Page) -> None:
    on_the_bench(page)
    for size in ("desk", "phone"):
        sized(page, size)
        for name in PHRASES:
            phrase(page, name)
            for_everyone(page, size)
            page.keyboard.press("Escape")
    page.set_viewport_size({"width": 640, "height": 400})
    for name in ("figure", "placement", "player"):
        phrase(page, name)
        panel = page.get_by_role("dialog")
        assert panel.evaluate("(one) => one.scrollWidth <= one.clientWidth + 1"), name
        top, bottom = panel.evaluate("(one) => [one.getBoundingClientRect().top, one.getBoundingClientRect().bottom]")
        assert 0 <= top < bottom <= 401, name
        page.keyboard.press("Escape")
    for width, height in SIZES.values():
        page.set_viewport_size({"width": width, "height": height})
        expect(page.get_by_role("button", name="Play", exact=True)).to_be_in_viewport(ratio=1)


@pytest.mark.parametrize("size", ["desk", "phone"])
def test_every_window_of_the_bench_and_the_shell_is_for_everyone(page: Page, size: str) -> None:
    sized(page, size)
    on_the_bench(page)
    phrase(page, "player")
    page.get_by_role("button", name="Show how it is played").click()
    page.get_by_role("button", name="Pin a note").click()
    for_everyone(page, size)
    page.keyboard.press("Escape")
    for name in ("Ideas", "View", "Print and export") if size == "desk" else ():
        page.get_by_role("button", name=name).click()
        for_everyone(page, size)
        page.keyboard.press("Escape")
    page.goto("/recipes")
    page.get_by_role("button", name="Rename").first.click()
    expect(page.get_by_role("dialog")).to_be_visible()
    for_everyone(page, size)
    page.keyboard.press("Escape")
    page.get_by_role("heading", level=1).click()
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_be_visible()
    for_everyone(page, size)
    page.keyboard.press("Escape")
    look_for(page, "blues")
    expect(page.get_by_role("option").first).to_be_visible()
    for_everyone(page, size)


def test_colours_of_ones_own_keep_every_sign(page: Page) -> None:
    page.emulate_media(forced_colors="active", contrast="more")
    on_the_bench(page)
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
