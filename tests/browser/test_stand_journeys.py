"""The stand: played along, taken, judged, behind the curtain; by keys, by a MIDI device that ships with the test."""

from __future__ import annotations

import json
import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.everyone import SIZES, for_everyone
from tests.browser.hands import choose, listen, overhear, until, until_told

pytestmark = pytest.mark.browser

# A MIDI device that plays what it is told, a stand-in for one that is plugged in.
DEVICE = """
const input = new EventTarget();
window.device = {
  play: (pitch, at) => {
    const event = new Event('midimessage');
    Object.defineProperty(event, 'data', { value: new Uint8Array([0x90, pitch, 80]) });
    Object.defineProperty(event, 'timeStamp', { value: at });
    input.dispatchEvent(event);
  },
};
Object.defineProperty(navigator, 'requestMIDIAccess', {
  value: async () => ({ inputs: new Map([['one', input]]) }),
});
"""
# The first note is marked as it sounds: from there the rest is due.
_PLAY_ALL_THAT_IS_DUE = """
() => {
  const begun = new MutationObserver(() => {
    if (document.querySelector('section[data-due] .sounding') === null) return;
    begun.disconnect();
    const now = performance.now();
    window.due.forEach(({ at, pitch }) => window.device.play(pitch, now + at * 1000));
  });
  begun.observe(document.body, { subtree: true, attributeFilter: ['class'] });
}
"""
_HEADING = "section[data-due] h2"


def put_on_stand(page: Page) -> None:
    """Open the stand with two keys of Slipway on it, as the bench puts a recipe there."""
    (listed,) = page.request.get("/api/recipes", params={"search": "Slipway"}).json()["documents"]
    recipe = page.request.get(f"/api/recipes/{listed['id']}").json()["document"]
    recipe["keys"] |= {"order": "picked", "picked": ["A♭", "G♭"]}
    lying = json.dumps({"recipe": recipe, "strip": 0, "id": listed["id"]})
    page.add_init_script(f"localStorage['dodecant.stand'] ??= {json.dumps(lying)}")
    page.goto("/stand")
    expect(page.locator(_HEADING)).to_have_text("B♭ Lydian · sounds A♭ Lydian")
    page.wait_for_selector("section[data-due] svg .note")


def test_a_recipe_goes_from_the_bench_to_the_stand(page: Page) -> None:
    page.goto("/recipes")
    page.get_by_role("link", name="Slipway").click()
    page.wait_for_selector("#strip-0 svg .note")
    page.get_by_role("button", name="Practise this", exact=True).click()
    page.wait_for_url("**/stand")
    expect(page.locator(_HEADING)).to_have_text("B♭ Lydian · sounds A♭ Lydian")
    page.wait_for_selector("section[data-due] svg .note")


def listen_to(page: Page, whom: str) -> None:
    page.get_by_role("button", name="Practice").click()
    choose(page, "Who plays", whom)


def test_playing_along_marks_the_notes_counts_the_bars_and_ends(page: Page) -> None:
    put_on_stand(page)
    page.get_by_label("Tempo").fill("160")
    overhear(page)
    listen(page)
    page.get_by_role("button", name="Start").click()
    until_told(page, "Stop", "4 bars left", "1 bar left")
    until(page, "window.marked.includes('s0n27')")
    expect(page.get_by_role("button", name="Start")).to_be_visible()  # it ends by itself, and waits
    expect(page.locator(_HEADING)).to_have_text("B♭ Lydian · sounds A♭ Lydian")


def test_everything_by_keys_and_a_pedal(page: Page) -> None:
    put_on_stand(page)
    page.locator("body").press("ArrowRight")
    expect(page.locator(_HEADING)).to_have_text("A♭ Lydian · sounds G♭ Lydian")
    page.locator("body").press("PageUp")
    expect(page.locator(_HEADING)).to_have_text("B♭ Lydian · sounds A♭ Lydian")
    page.locator("body").press("+")
    expect(page.get_by_label("Tempo")).to_have_value("100")
    page.locator("body").press("2")
    expect(page.get_by_role("list", name="Numbers, bar by bar").first).to_contain_text("5 3 2 1")
    page.locator("body").press("4")
    expect(page.locator("section[data-due]")).to_contain_text("1 2 3 ♯4 5 6 7")
    page.locator("body").press("6")
    expect(page.get_by_text("The music is hidden.").first).to_be_visible()
    page.keyboard.down("p")
    expect(page.locator("section[data-due] svg .note").first).to_be_visible()
    page.keyboard.up("p")
    expect(page.get_by_text("The music is hidden.").first).to_be_visible()
    page.locator("body").press("1")
    page.locator("body").press(" ")
    expect(page.get_by_role("button", name="Stop", exact=True)).to_be_visible()
    page.locator("body").press(" ")
    expect(page.get_by_role("button", name="Start")).to_be_visible()
    page.reload()
    expect(page.locator(_HEADING)).to_have_text("B♭ Lydian · sounds A♭ Lydian")


def test_a_take_by_nobody_is_marked_on_the_page_and_kept(page: Page) -> None:
    put_on_stand(page)
    listen_to(page, "demo player")
    page.get_by_label("Slips it makes (demo player)").fill("3")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Play a take").click()
    take = page.get_by_role("region", name="The take")
    expect(take).to_contain_text(re.compile("slips?:"))
    expect(take.get_by_role("img", name=re.compile("Time against the grid"))).to_be_visible()
    until(page, "document.querySelectorAll('section svg[aria-hidden] path').length >= 1")
    page.get_by_role("button", name="Try again").click()
    choose(page, "Compare with an earlier take", " at 84")
    expect(take).to_contain_text("Then: ")
    until(page, "document.querySelector('polyline[data-earlier]') !== null")
    page.get_by_role("button", name=re.compile("Slower: 86")).click()
    expect(page.get_by_label("Tempo")).to_have_value("86")


@pytest.mark.in_time
def test_a_midi_device_is_heard_in_time(page: Page) -> None:
    """The device plays what is due on the beat: the take is clean."""
    page.add_init_script(DEVICE)
    put_on_stand(page)
    page.evaluate(
        """async () => {
          const stand = JSON.parse(localStorage.getItem('dodecant.stand'));
          const answer = await fetch('/api/stand/simulated', { method: 'POST', headers: {
            'Content-Type': 'application/json' },
            body: JSON.stringify({ recipe: stand.recipe, strip: 0, tempo: 240, slips: 0, jitter: 0 }) });
          window.due = await answer.json();
        }"""
    )
    listen_to(page, "a MIDI device")
    page.keyboard.press("Escape")
    page.get_by_label("Tempo").fill("240")
    # A busy machine may mark the first note late: what is heard rightly once can be heard.
    told: list[str] = []
    while len(told) < 5 and not (told and "Clean." in told[-1]):
        page.evaluate(_PLAY_ALL_THAT_IS_DUE)
        page.get_by_role("button", name="Play a take").click()
        told.append(page.get_by_role("region", name="The take").inner_text())
        page.keyboard.press("ArrowRight")
        page.keyboard.press("ArrowLeft")
    assert "Clean." in told[-1], told


def test_the_keys_of_the_computer_are_degrees(page: Page) -> None:
    put_on_stand(page)
    listen_to(page, "the computer's keys")
    page.keyboard.press("Escape")
    page.get_by_label("Tempo").fill("240")
    listen(page)
    page.get_by_role("button", name="Play a take").click()
    until(page, "window.marked.length > 0")
    page.keyboard.press("b")
    take = page.get_by_role("region", name="The take")
    expect(take).to_contain_text("Not clean yet")


def test_no_device_is_told_in_words_and_the_page_goes_on(page: Page) -> None:
    page.add_init_script(DEVICE.replace("new Map([['one', input]])", "new Map()"))
    put_on_stand(page)
    listen_to(page, "a MIDI device")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Play a take").click()
    expect(page.get_by_text("No MIDI device is plugged in.")).to_be_visible()
    expect(page.get_by_role("button", name="Play a take")).to_be_enabled()


def test_an_empty_stand_says_how_something_gets_on_it(page: Page) -> None:
    page.goto("/stand")
    page.evaluate("localStorage.removeItem('dodecant.stand')")
    page.reload()
    expect(page.get_by_role("heading", name="The stand is empty")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Practise ")).first.click()
    expect(page.get_by_role("heading", name="The stand is empty")).to_have_count(0)
    expect(page.locator("section svg .note").first).to_be_visible()  # what is due, or was worked on last


def test_a_ladder_climbs_with_clean_takes(page: Page) -> None:
    put_on_stand(page)
    listen_to(page, "demo player")
    page.get_by_label("Slips it makes (demo player)").fill("0")
    page.get_by_role("switch", name="Climb a tempo ladder").check()
    expect(
        page.get_by_text("From 72 to 120; up by 4 after two clean takes, down again after two with slips.")
    ).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_label("Tempo")).to_have_value("72")
    for _ in range(2):
        page.get_by_role("button", name="Play a take").click()
        expect(page.get_by_role("region", name="The take")).to_contain_text("Clean.")
        page.wait_for_timeout(300)
    expect(page.get_by_label("Tempo")).to_have_value("76")


def test_the_stand_is_for_everyone(page: Page) -> None:
    """Nothing scrolls sideways, the large control is in view, and a checker finds nothing: page, panels, a take."""
    put_on_stand(page)
    for width, height in SIZES.values():
        page.set_viewport_size({"width": width, "height": height})
        expect(page.get_by_role("button", name="Start")).to_be_in_viewport(ratio=1)
    for_everyone(page)
    page.get_by_role("button", name="Band").click()
    expect(page.get_by_role("dialog", name="Band")).to_be_visible()
    for_everyone(page, "desk", "phone")
    page.keyboard.press("Escape")
    listen_to(page, "demo player")
    for_everyone(page, "desk", "phone")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Play a take").click()
    expect(page.get_by_role("region", name="The take")).to_be_visible()
    for_everyone(page)


def test_a_page_that_is_held_up_goes_on_playing(page: Page) -> None:
    put_on_stand(page)
    page.get_by_label("Tempo").fill("300")
    listen(page)
    page.get_by_role("button", name="Start").click()
    until(page, "window.marked.length > 0")
    page.evaluate("() => { const end = performance.now() + 1500; while (performance.now() < end); }")
    until(page, "window.marked.includes('s0n27')")  # to the end; what is struck too late is no fault of the page
    expect(page.get_by_role("button", name="Start")).to_be_visible()
