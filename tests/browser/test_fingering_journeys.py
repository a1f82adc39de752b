"""How a line is played: chosen, shown over the notes and in tablature, pinned, told where it cannot be."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.hands import choose, on_the_bench, phrase, strip_begins, until

pytestmark = pytest.mark.browser

_FINGERS = "[...document.querySelectorAll('#strip-0 svg .fing')].map(one => one.textContent.trim()).join(' ')"


def fingers(page: Page, wanted: str) -> None:
    """Wait until the marks over the first strip begin so."""
    until(page, f"{_FINGERS}.startsWith('{wanted}')")


def play_on(page: Page, instrument: str) -> None:
    on_the_bench(page)
    strip_begins(page, 0, "1 2 3")
    phrase(page, "player")
    page.get_by_role("combobox", name="Instrument").click()
    page.get_by_role("option", name=instrument, exact=True).click()
    page.get_by_role("button", name="Show how it is played").click()
    expect(page.get_by_role("dialog", name="Change the fingering")).to_be_visible()


def test_a_position_on_a_guitar_a_pin_and_another_instrument(page: Page) -> None:
    play_on(page, "guitar")
    page.get_by_role("button", name="Pin a note").click()
    page.get_by_label("Played by").fill("9")
    expect(page.get_by_text("Note 1 is not played so.").first).to_be_visible()
    page.get_by_label("Played by").fill("3")
    expect(page.get_by_text("Note 1 is not played so.")).to_have_count(0)
    fingers(page, "3")
    page.get_by_role("button", name="Remove the pin of note 1").click()
    choose(page, "The hand", "in one position")
    expect(page.locator("[data-phrase=fingering]")).to_have_text("in the fifth position")
    fingers(page, "4 1 3 4")
    assert page.locator("#strip-0 svg .staff").count() >= 2  # the tablature
    page.get_by_label("Tablature below the staff").uncheck()
    until(page, "document.querySelectorAll('#strip-0 svg .staff').length <= 2")
    phrase(page, "player")
    page.get_by_role("combobox", name="Instrument").click()
    page.get_by_role("option", name="trumpet", exact=True).click()
    expect(page.locator("[data-phrase=fingering]")).to_have_text("with its valves")
    fingers(page, "13* 12 2 0")
    page.get_by_role("combobox", name="Instrument").click()
    page.get_by_role("option", name="flute", exact=True).click()
    expect(page.locator("[data-phrase=fingering]")).to_have_count(0)
    page.get_by_role("button", name=re.compile("^Undo")).click()
    expect(page.locator("[data-phrase=fingering]")).to_have_text("with its valves")


def test_a_harp_that_lacks_a_note_and_the_one_that_has_it(page: Page) -> None:
    play_on(page, "diatonic harmonica")
    expect(page.get_by_text(re.compile("B♭5 cannot be played on a harp in C")).first).to_be_visible()
    phrase(page, "keys")
    page.get_by_role("button", name="Pick C", exact=True).click()  # F is left
    fingers(page, "5↓ 6↑ 6↓")
    page.get_by_role("button", name="Take a harp in F").click()
    expect(page.locator("[data-phrase=fingering]")).to_have_text("on a harp in F")
    fingers(page, "4↑ 4↓ 5↑ 5↓")


def test_the_hands_of_a_pianist(page: Page) -> None:
    play_on(page, "concert piano")
    fingers(page, "1 2 3 1 2 3 4 5")
    choose(page, "Hand", "left")
    fingers(page, "5 4 3 2 1 3 2 1")
    choose(page, "Numbers", "at the crossings")
    fingers(page, "5 1 3 3 1")
    page.get_by_role("button", name="Show no fingering").click()
    expect(page.locator("[data-phrase=fingering]")).to_have_count(0)


def test_every_position_and_a_map_of_the_sound(page: Page) -> None:
    play_on(page, "guitar")
    choose(page, "The hand", "one position after the other")
    expect(page.locator("[data-phrase=fingering]")).to_have_text("in every position of the neck, a strip for each")
    phrase(page, "path")
    choose(page, "From where to where", "the player's whole range")
    expect(page.get_by_role("heading", name="C Ionian · position VII")).to_have_count(1)
    fingers(page, "2 4 1 2 4 1 2 4")  # from G in the third fret, though the key is C
    page.goto("/sounds/mixolydian?tonic=G")
    page.get_by_role("tab", name="On an instrument").click()
    choose(page, "Where", "in position 5")
    expect(page.get_by_role("img", name=re.compile("On the guitar: E: A 5 .1., B 7 .3."))).to_be_visible()
    choose(page, "Instrument", "diatonic harmonica")
    expect(page.get_by_role("img", name=re.compile("bent by 2: F 2 .2↓’’"))).to_be_visible()
