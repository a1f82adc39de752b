"""Placement, joins and companions, as a hand sets them on the bench."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.hands import choose, listen, on_the_bench, phrase, says, strip_begins, until

pytestmark = pytest.mark.browser


def over_changes(page: Page) -> None:
    """The bench with the first changes there are."""
    on_the_bench(page)
    phrase(page, "sounds")
    page.get_by_role("radiogroup").get_by_text("Changes", exact=True).click()
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=sounds]")).to_contain_text("the changes of Two five one")


def tab(page: Page, name: str) -> None:
    page.get_by_role("tab", name=name).click()


def test_a_beat_is_divided_and_the_rhythm_is_kept(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "placement")
    slots = page.get_by_role("group", name="Slots of the rhythm")
    choose(page, "Bar 1, divide beat 2 into", "in 3")
    expect(slots.get_by_role("button", name="Bar 1, ⅓ after 2: sounds")).to_be_visible()
    expect(page.locator("[data-phrase=placement]")).to_have_text("eighths in a rhythm of one bar")
    expect(page.locator("#strip-0 svg .tuplet").first).to_be_attached()
    page.get_by_role("checkbox", name="Restart the rhythm with each figure").check()
    expect(page.locator("[data-phrase=placement]")).to_contain_text("starting again with each figure")
    page.get_by_role("textbox", name="Save this rhythm as").fill("Bilge pump")
    page.get_by_role("dialog").get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("Bilge pump is saved with your rhythms.")).to_be_visible()
    choose(page, "Rhythm", "every slot")
    expect(page.locator("[data-phrase=placement]")).to_have_text("eighths")
    choose(page, "Rhythm", "Bilge pump")
    expect(page.locator("[data-phrase=placement]")).to_contain_text("a rhythm of one bar")
    choose(page, "Metre", "6/8")  # no divided beats there
    expect(page.locator("[data-phrase=placement]")).to_have_text("eighths in 6/8")
    expect(page.locator("[data-phrase=tempo]")).to_have_text("96 dotted quarters")
    choose(page, "Note value", "eighth triplets")
    expect(page.locator("[data-phrase=placement]")).to_have_attribute("data-faulty", "true")
    expect(page.get_by_text("In 6/8 beats are not divided so.").first).to_be_visible()


def test_calls_routes_and_strokes(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "placement")
    tab(page, "Beginning and end")
    page.get_by_role("checkbox", name="Call and answer: bars are left open").check()
    page.get_by_role("textbox", name="Bars played").fill("1")
    page.get_by_role("textbox", name="Bars open").fill("1")
    page.get_by_role("checkbox", name="Each call twice").check()
    expect(page.locator("[data-phrase=placement]")).to_have_text(
        "eighths, one bar played and one open, each call twice"
    )
    strip_begins(page, 0, "1 2 3 4 5 6 7 1 1 2 3 4 5 6 7 1")
    page.get_by_role("checkbox", name="Call and answer: bars are left open").uncheck()
    page.get_by_role("combobox", name="A route of note values").click()
    page.get_by_role("option", name="quarters", exact=True).click()
    page.get_by_role("option", name="eighth triplets").click()
    page.keyboard.press("Tab")
    expect(page.locator("[data-phrase=placement]")).to_have_text("quarters and eighth triplets, a strip for each")
    expect(page.locator("#strip-1 h2")).to_have_text("C Ionian · eighth triplets")
    tab(page, "Strokes and swing")
    page.get_by_role("button", name="Add a mark").click()
    choose(page, "Mark", "short (staccato)")
    choose(page, "On", "slots of the bar")
    which = page.get_by_role("textbox", name="Which")
    which.fill("2 x")
    expect(page.get_by_text("Write numbers from 1: 1 4")).to_be_visible()
    which.fill("2 4")
    page.get_by_role("checkbox", name="Slurs").check()
    page.get_by_role("textbox", name="Notes under each slur").fill("3 1")
    expect(page.locator("[data-phrase=placement]")).to_contain_text(
        "slots 2 and 4 short, slurred in groups of three and one"
    )
    expect(page.locator("#strip-0 svg .slur").first).to_be_attached()
    page.get_by_role("button", name="Remove mark 1").click()
    expect(page.locator("[data-phrase=placement]")).not_to_contain_text("short")
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)


def test_chords_are_joined_and_give_their_reasons(page: Page) -> None:
    over_changes(page)
    phrase(page, "path")
    tab(page, "From chord to chord")
    choose(page, "Each chord begins", "on the tone that joins best")
    choose(page, "Direction", "whichever joins best")
    page.get_by_role("textbox", name="Turn of direction").fill("5")
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=joins]")).to_have_text(
        "begun on any tone and in either direction, with turns weighed differently"
    )
    phrase(page, "placement")
    tab(page, "Beginning and end")
    choose(page, "Chords are anticipated", "by one of the eighths")
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=placement]")).to_have_text("eighths, each chord an eighth early")
    says(page, "turns weighed differently, in eighths, each chord an eighth early, through")
    page.get_by_role("button", name=re.compile("Why here.*C major")).click()
    asked = page.get_by_role("dialog")
    expect(asked.get_by_text("those whose costs add up to the least")).to_be_visible()
    rows = asked.get_by_role("row")
    expect(rows.nth(1)).to_contain_text("(taken)")
    points = [int(text) for text in asked.locator("tbody td:last-child").all_text_contents()]
    assert points == sorted(points)
    assert len(points) > 2
    choose(page, "The join to", "Cmaj7, chord 3")
    expect(asked.get_by_role("row").nth(1)).to_contain_text("(taken)")
    page.keyboard.press("Escape")
    expect(asked).to_have_count(0)


def test_what_goes_beside_the_line_is_written_and_heard(page: Page) -> None:
    over_changes(page)
    phrase(page, "player")
    choose(page, "Add a part", "voicings of the chords")
    expect(page.locator("[data-phrase=companions]")).to_have_text("rootless voicings in the left hand")
    page.keyboard.press("Escape")
    expect(page.locator("#strip-0 svg .measure").first.locator(".staff")).to_have_count(2)
    phrase(page, "companions")
    beside = page.get_by_role("group", name="Add a part")
    choose(page, "Add a part", "a drone")
    expect(page.locator("[data-phrase=companions]")).to_have_text(
        "rootless voicings in the left hand and a drone on 1 (sounding only)"
    )
    beside.get_by_role("group", name="a drone").get_by_role("checkbox", name="on a second staff").check()
    expect(page.locator("[data-phrase=companions]")).to_have_text(
        "rootless voicings in the left hand (sounding only) and a drone on 1"
    )
    page.get_by_role("textbox", name="Degree of the key").fill("q")
    expect(page.locator("[data-phrase=companions]")).to_have_attribute("data-faulty", "true")
    page.get_by_role("textbox", name="Degree of the key").fill("5")
    page.get_by_role("button", name="Leave out voicings of the chords").click()
    expect(page.locator("[data-phrase=companions]")).to_have_text("a drone on 5")
    page.keyboard.press("Escape")
    page.get_by_role("checkbox", name="Count-in").uncheck()
    listen(page)
    page.get_by_role("button", name="Play", exact=True).click()
    until(page, "window.marked.includes('s0n3')")
    page.get_by_role("button", name="Stop", exact=True).click()


def test_chords_are_struck_and_who_cannot_is_told(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "figure")
    page.get_by_role("radiogroup", name="Figure").get_by_text("Arpeggios").click()
    choose(page, "In time", "struck together")
    expect(page.locator("[data-phrase=figure]")).to_have_text("triads struck together")
    expect(page.locator("#strip-0 svg .chord").first).to_be_attached()
    page.keyboard.press("Escape")
    phrase(page, "player")
    page.get_by_role("combobox", name="Instrument").click()
    page.get_by_role("option", name="clarinet", exact=True).click()
    expect(page.get_by_text("The clarinet sounds one note at a time.").first).to_be_visible()
    expect(page.locator("[data-phrase=figure]")).to_have_attribute("data-faulty", "true")
