"""Practising beyond the line: some bars, stopping at a slip, the degree asked first, improvising, the ear, latency."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.everyone import for_everyone
from tests.browser.hands import choose, overhear, until, until_told
from tests.browser.test_stand_journeys import DEVICE, listen_to, put_on_stand

pytestmark = pytest.mark.browser


def test_only_the_bars_that_slipped(page: Page) -> None:
    put_on_stand(page)
    listen_to(page, "demo player")
    page.get_by_label("Slips it makes (demo player)").fill("2")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Play a take").click()
    take = page.get_by_role("region", name="The take")
    only = take.get_by_role("button", name=re.compile("Only bars? "))
    expect(only).to_be_visible()
    only.click()
    all_again = page.get_by_role("button", name="All bars again")
    expect(all_again).to_be_visible()
    all_again.click()
    expect(all_again).to_have_count(0)


_SLIPS_AS_IT_BEGINS = """
() => {
  window.slipped = 0;
  new MutationObserver((changes) => {
    if (!changes.some(({ target }) => target.id === 's0n0' && target.classList.contains('sounding'))) return;
    window.slipped += 1;
    window.device.play(30, performance.now());
  }).observe(document.body, { subtree: true, attributeFilter: ['class'] });
}
"""


def _stopping_at_slips(page: Page) -> None:
    page.add_init_script(DEVICE)
    put_on_stand(page)
    listen_to(page, "a MIDI device")
    choose(page, "After a slip", "stop and repeat")
    page.keyboard.press("Escape")


@pytest.mark.in_time
def test_a_slip_stops_the_take_and_it_begins_again_from_there(page: Page) -> None:
    _stopping_at_slips(page)
    page.get_by_label("Tempo").fill("120")
    page.evaluate(_SLIPS_AS_IT_BEGINS)
    page.get_by_role("button", name="Play a take").click()
    until(page, "window.slipped >= 3")  # counted in again each time, though it is the same bar
    expect(page.get_by_text("Only bars")).to_have_count(0)  # from the first one on is all
    page.get_by_role("button", name="Stop", exact=True).click()


def test_where_nobody_plays_the_take_waits(page: Page) -> None:
    _stopping_at_slips(page)
    page.get_by_label("Tempo").fill("300")
    page.get_by_role("button", name="Play a take").click()
    expect(page.get_by_text("Nothing was heard, three times in a row.")).to_be_visible()
    expect(page.get_by_role("button", name="Play a take")).to_be_enabled()


def test_one_is_asked_which_degree_it_was(page: Page) -> None:
    put_on_stand(page)
    listen_to(page, "the computer's keys")
    page.get_by_role("checkbox", name="Ask first which degree it was").check()
    page.keyboard.press("Escape")
    page.get_by_label("Tempo").fill("300")
    page.get_by_role("button", name="Play a take").click()
    asked = page.get_by_role("region", name="Which degree was it?")
    expect(asked).to_contain_text("Something slipped in bar 1. Which degree was it?")
    assert page.locator("section svg[aria-hidden] path").count() == 0  # nothing is marked yet
    asked.get_by_role("button", name="5", exact=True).click()
    expect(asked).to_contain_text("Yes, 5.")
    asked.get_by_role("button", name="See the take").click()
    expect(page.get_by_role("region", name="The take")).to_be_visible()


def test_improvising_is_told_chorus_by_chorus(page: Page) -> None:
    put_on_stand(page)
    page.get_by_text("Improvise").click()
    listen_to(page, "demo player")
    choose(page, "The rule", "trading: a call, your answer")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Play a take").click()
    told = page.get_by_role("region", name="What you improvised")
    expect(told).to_contain_text("You answered 8 of 8 calls.")
    expect(told.get_by_role("row")).to_have_count(3)
    page.get_by_label("Tempo").fill("300")
    listen_to(page, "just play along")
    page.keyboard.press("Escape")
    overhear(page)
    page.get_by_role("button", name="Start").click()
    until_told(page, "Next: Your answer", "Chorus 1")
    page.get_by_role("button", name="Stop", exact=True).click()


def test_the_ear_by_keys(page: Page) -> None:
    put_on_stand(page)
    page.get_by_text("The ear", exact=True).click()
    expect(page.get_by_text("A♭ Lydian. Which degree is it?")).to_be_visible()
    page.keyboard.press("1")
    score = page.get_by_role("group", name="Right so far")
    expect(score).to_contain_text(re.compile(r"[01] of 1"))
    page.keyboard.press("n")
    expect(page.get_by_text("2 of 10")).to_be_visible()
    choose(page, "What is asked", "which sound is it")
    expect(page.get_by_role("group", name="Answers").get_by_role("button")).to_have_count(4)
    choose(page, "What is asked", "sing or play it back")
    page.get_by_label("Notes").fill("1")
    choose(page, "Who plays", "the computer's keys")
    page.get_by_role("button", name="Sing it back").click()
    expect(page.get_by_role("status").filter(has_text="Nothing was heard.")).to_be_visible()


@pytest.mark.in_time
def test_latency_is_measured_by_playing_with_clicks(page: Page) -> None:
    page.add_init_script(DEVICE)
    put_on_stand(page)
    listen_to(page, "a MIDI device")
    page.get_by_role("button", name="Measure it").click()
    expect(page.get_by_text("After 4 clicks play one short note on each of the next 8.")).to_be_visible()
    page.evaluate(
        "() => { const now = performance.now();"
        " for (let n = 0; n < 16; n += 1) window.device.play(60, now + 120 + n * 600); }"
    )
    expect(page.get_by_role("status").filter(has_text="met within 0 ms")).to_be_visible()


def test_strips_come_again_and_the_first_note_is_heard(page: Page) -> None:
    put_on_stand(page)
    page.locator("body").press("r")
    page.get_by_role("button", name="Practice").click()
    page.get_by_label("Times each strip").fill("2")
    page.get_by_label("Rest on the root every").fill("1")
    choose(page, "Bars left", "in fours")
    page.keyboard.press("Escape")
    page.get_by_label("Tempo").fill("300")
    overhear(page)
    page.get_by_role("button", name="Start").click()
    until_told(page, "12 bars left", "Next: The root")  # twice four, the root after each
    expect(page.get_by_role("button", name="Start")).to_be_visible()


def test_what_cannot_be_worked_out_does_not_begin_as_something_else(page: Page) -> None:
    put_on_stand(page)
    busy = {"pointer": "", "message": "Much is worked out already.", "cure": "Try again.", "where": None}
    page.route("**/api/stand/bands", lambda route: route.fulfill(status=429, json={"problems": [busy]}))
    page.get_by_role("button", name="Practice").click()
    page.get_by_label("Times each strip").fill("3")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Start").click()
    expect(page.get_by_role("alert").filter(has_text="Could not start")).to_contain_text("Much is worked out already.")
    expect(page.get_by_role("button", name="Start")).to_be_enabled()
    assert page.locator(".sounding").count() == 0


def test_these_rooms_are_for_everyone(page: Page) -> None:
    put_on_stand(page)
    page.get_by_text("Improvise").click()
    listen_to(page, "demo player")
    for_everyone(page, "desk", "phone")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Play a take").click()
    expect(page.get_by_role("region", name="What you improvised")).to_be_visible()
    for_everyone(page, "desk", "phone")
    page.get_by_text("The ear", exact=True).click()
    expect(page.get_by_role("group", name="Answers")).to_be_visible()
    page.keyboard.press("1")
    expect(page.get_by_role("group", name="Right so far")).to_be_visible()
    for_everyone(page, "desk", "phone")
