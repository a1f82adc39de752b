"""Every kind of figure through its phrase: what it stands on, what leads into it, its course, and how it is shown."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.hands import choose, phrase, sentence, strip_begins, until

pytestmark = [pytest.mark.browser, pytest.mark.xdist_group("browser")]


def figure(page: Page, kind: str) -> None:
    phrase(page, "figure")
    page.get_by_text(kind, exact=True).click()


def test_intervals_and_arpeggios_are_chosen_and_drawn(page: Page) -> None:
    page.goto("/bench")
    figure(page, "Intervals")
    choose(page, "Interval", "sixths")
    choose(page, "Way", "one up, the next down")
    expect(page.locator("[data-phrase=figure]")).to_have_text("sixths one up and the next down")
    expect(page.get_by_role("status").filter(has_text="In C Ionian: C A B D")).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("^Its line: C A B D"))).to_be_visible()
    strip_begins(page, 0, "1 6 7 2 3 1")
    page.get_by_text("Arpeggios", exact=True).click()
    choose(page, "Chords", "sevenths")
    choose(page, "Played", "from the fifth down")
    strip_begins(page, 0, "5 3 1 6 4 2")
    choose(page, "Played", "up")
    choose(page, "Rotation", "first rotation")
    page.get_by_role("checkbox", name="A leap of an octave inside").check()
    expect(page.locator("[data-phrase=figure]")).to_have_text(
        "seventh arpeggios up, first rotation with a leap of an octave"
    )


def test_a_triad_pair_names_itself_and_says_where_there_is_none(page: Page) -> None:
    page.goto("/bench")
    figure(page, "Triad pair")
    expect(page.locator("[data-phrase=figure]")).to_have_text("the triads F and G in threes up")
    choose(page, "Groups", "in fours")
    choose(page, "Order of the tones", "high, low, middle")
    strip_begins(page, 0, "6 1 4 1 7 2 5 2")
    page.keyboard.press("Escape")
    phrase(page, "sounds")
    choose(page, "Sound", "minor pentatonic")
    page.keyboard.press("Escape")
    expect(page.get_by_text("minor pentatonic holds no triad pair.").first).to_be_visible()
    expect(page.locator("#strip-0")).to_have_attribute("data-stale", "true")


def test_ladder_enclosure_and_course_become_phrases(page: Page) -> None:
    page.goto("/bench")
    phrase(page, "figure")
    choose(page, "It stands on", "an arpeggio of it")
    choose(page, "Led into by", "half step below")
    choose(page, "Course", "home after every one")
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=course]")).to_have_text("back to the root after every one")
    assert sentence(page).startswith(
        "Take a straight run on 4 stacked thirds from 1, led into by a half step below, back to the root after every "
        "one, through C Ionian, up and back"
    )
    phrase(page, "ladder")
    page.get_by_role("textbox", name="From step").fill("2")
    choose(page, "Stacked in", "fourths")
    page.keyboard.press("Escape")
    phrase(page, "enclosure")
    choose(page, "Targets: figures that begin on", "chosen degrees")
    page.get_by_label("Chosen degrees").fill("2 x")
    expect(page.get_by_text("“x” is not a degree").first).to_be_visible()
    page.get_by_label("Chosen degrees").fill("2 5")
    page.keyboard.press("Escape")
    phrase(page, "course")
    choose(page, "Course", "built up tone by tone")
    page.get_by_label("Order in which tones join").fill("1 5 3 2")
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=course]")).to_have_text("built up tone by tone")
    phrase(page, "enclosure")
    page.get_by_role("button", name="Lead in with nothing").click()
    expect(page.locator("[data-phrase=enclosure]")).to_have_count(0)
    strip_begins(page, 0, "1 3 5")


def test_the_whole_range_and_the_turn(page: Page) -> None:
    page.goto("/bench")
    phrase(page, "path")
    page.get_by_role("checkbox", name="A step beyond each end").check()
    strip_begins(page, 0, "1 2 3 4 5 6 7 1 2 1 7")
    choose(page, "From where to where", "the player's whole range")
    page.get_by_role("checkbox", name="A rest at the turn").check()
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=path]")).to_have_text(
        "up and back by step through the whole range, a step beyond each end, resting at the turn"
    )


def test_a_line_with_numbers_stands_beside_the_staff_and_sounds_with_it(page: Page) -> None:
    page.goto("/bench")
    page.get_by_role("button", name="Reading").click()
    choose(page, "Strips are shown", "both")
    page.keyboard.press("Escape")
    line = page.get_by_role("img", name="C Ionian as a line: 1 2 3 4 5 6 7 1 7 6 5 4 3 2 1")
    expect(line).to_be_visible()
    page.get_by_role("checkbox", name="Count-in").uncheck()
    page.get_by_role("button", name="Play", exact=True).click()
    until(page, "document.querySelector('[data-note=s0n1].sounding') !== null")
    page.get_by_role("button", name="Stop").click()
    page.get_by_role("button", name="Reading").click()
    choose(page, "Strips are shown", "as a line with numbers")
    page.keyboard.press("Escape")
    expect(page.locator("#strip-0 svg .note .stem")).to_have_count(0)
    expect(line).to_be_visible()


def test_harder_easier_simpler_and_a_surprise(page: Page) -> None:
    def idea(name: str) -> None:
        page.get_by_role("button", name="Ideas").click()
        page.get_by_role("menuitem", name=name, exact=True).click()

    page.goto("/bench")
    expect(page.locator("[data-phrase=figure]")).to_have_text("a straight run")
    idea("One step harder")
    expect(page.locator("[data-phrase=figure]")).to_have_text("1 2 3 1")
    expect(page.get_by_text("Harder: now three up and home.")).to_be_visible()
    idea("One step easier")
    expect(page.get_by_text(re.compile("^Easier: now"))).to_be_visible()
    idea("Upward only")
    expect(page.locator("[data-phrase=path]")).to_have_text(re.compile("^up by step"))
    idea("Home after every one")
    expect(page.locator("[data-phrase=course]")).to_have_text("back to the root after every one")
    idea("Three keys only")
    expect(page.locator("[data-phrase=keys]")).to_have_text("C, F and G")
    idea("Surprise me, boldly")
    expect(page.locator("[data-phrase=course]")).to_have_count(0)
    expect(page.locator("[data-phrase=tempo]")).to_have_text("120")
