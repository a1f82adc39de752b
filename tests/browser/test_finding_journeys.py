"""Finding one's way: the search over everything, the first page, help, lists that are sorted out and put in order."""

from __future__ import annotations

import base64
import re

import pytest
from playwright.sync_api import Page, expect

from dodecant.engraving import lighter, strip_svg
from dodecant.exercise.press import press
from dodecant.exercise.tables import Tables
from dodecant.formats.json.documents import from_json
from dodecant.store.demo import _files
from tests.browser.hands import choose, look_for, phrase, says, sentence, strip_begins, until

pytestmark = pytest.mark.browser


def said(page: Page, words: str) -> None:
    expect(page.locator("[data-announced]")).to_contain_text(words)


def test_a_newcomer_finds_the_enclosure_and_loses_nothing(page: Page) -> None:
    page.goto("/")
    expect(page.get_by_role("link", name="Start with a")).to_have_count(3)
    page.get_by_role("link", name="Start with a line").click()
    strip_begins(page, 0, "1 2 3")
    expect(page.locator("[data-phrase=figure]")).to_have_text("a straight run")
    before = sentence(page)
    look_for(page, "enclousre")
    page.get_by_role("button", name="Did you mean Enclosure?").click()
    expect(page.get_by_role("option").first).to_contain_text("Notes from above and below")
    said(page, "results")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog", name="Change the approach notes")).to_be_visible()
    expect(page.locator("[data-phrase=enclosure]")).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("button", name=re.compile("^Undo")).click()
    expect(page.locator("[data-phrase=enclosure]")).to_have_count(0)
    says(page, before)
    look_for(page, "II V I in minor")
    page.get_by_role("option", name="II V I in minor").first.click()
    expect(page.get_by_label("Title of the changes")).to_have_value("II V I in minor")
    look_for(page, "slipway")
    expect(page.get_by_role("option")).to_have_count(1)
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name of the recipe")).to_have_value(re.compile("Slipway"))


def test_keys_and_words_are_listed(page: Page) -> None:
    page.goto("/sounds")
    page.get_by_label("Find a sound", exact=True).fill("dorian?/")  # in a field they are letters
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.get_by_role("heading", level=1).first.click()
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Keyboard shortcuts")).to_contain_text("Play or stop")
    page.keyboard.press("Escape")
    page.get_by_role("link", name="Help").click()
    page.get_by_role("button", name="See it on the bench").first.click()
    expect(page).to_have_url(re.compile("/bench$"))


def test_a_list_is_sorted_out_tagged_and_pictured(page: Page) -> None:
    page.goto("/recipes")
    rows = page.get_by_role("main").get_by_role("listitem")
    every = min(50, page.request.get("/api/recipes").json()["found"])  # a page of them
    expect(rows).to_have_count(every)
    picture = page.get_by_role("img", name="The first bars of Slipway")
    until(page, "document.querySelector('img[alt^=\"The first bars\"]').naturalWidth > 100")
    expect(picture).to_be_visible()
    choose(page, "Figure", "Own lick")
    said(page, "recipes found")
    expect(page.get_by_role("main").get_by_text(re.compile(r"^\d recipes? found$"))).to_be_visible()
    page.get_by_label("Search by name").fill("nothing of the kind")
    page.get_by_role("button", name="Show all recipes").click()
    expect(rows).to_have_count(every)
    page.get_by_role("button", name="Rename Slipway").click()
    page.get_by_role("combobox", name="Tags", exact=True).fill("Tuesday")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Save").click()
    choose(page, "Tag", "Tuesday (1)")
    expect(rows).to_have_count(1)
    choose(page, "Order", "By name")
    expect(rows).to_have_count(1)


def test_scales_in_turn_are_put_in_order_by_keys(page: Page) -> None:
    page.goto("/recipes")
    page.get_by_role("link", name="Tide table").click()
    strip_begins(page, 0, "1 2 3 ♯4")
    expect(page.locator("[data-phrase=sounds]")).to_contain_text("F Lydian, Ionian")
    phrase(page, "sounds")
    later = page.get_by_role("button", name="Lydian later", exact=True)
    later.focus()
    page.keyboard.press("Alt+ArrowDown")
    said(page, "Lydian: 2 of 7")
    until(page, "document.activeElement?.getAttribute('aria-label') === 'Lydian later'")
    strip_begins(page, 0, "1 2 3 4")
    expect(page.locator("[data-phrase=sounds]")).to_contain_text("F Ionian, Lydian, Mixolydian")
    said(page, "the sound: F Ionian, Lydian")


def test_a_strip_tells_its_bars_and_playing_is_told(page: Page) -> None:
    page.goto("/recipes")
    page.get_by_role("link", name="Slipway").click()
    strip_begins(page, 0, "5 3 2 1")
    label = page.locator("#strip-0 [role=img]").get_attribute("aria-label") or ""
    assert label.startswith("B♭ Lydian · sounds A♭ Lydian. 4 bars of 4/4, from B♭3 to E5. Bar 1: eighths 5 F4, 3 D4,")
    page.keyboard.press("Space")
    said(page, "Playing from B♭ Lydian")
    page.keyboard.press("Space")
    said(page, "Stopped")
    page.get_by_role("button", name="Print and export").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name="Notation").click()
    assert download.value.suggested_filename.startswith("Slipway 5 3 2 1")
    said(page, "is in your downloads")


_APART = """
async (pictures) => {
  const pixels = await Promise.all(pictures.map(async (picture) => {
    const image = await createImageBitmap(await (await fetch(`data:image/png;base64,${picture}`)).blob());
    const canvas = new OffscreenCanvas(image.width, image.height).getContext("2d");
    canvas.drawImage(image, 0, 0);
    return canvas.getImageData(0, 0, image.width, image.height).data;
  }));
  if (pixels[0].length !== pixels[1].length) return [255, 1];
  const apart = pixels[0].map((value, place) => Math.abs(value - pixels[1][place]));
  const sum = (values) => values.reduce((all, value) => all + value, 0);
  const most = apart.reduce((most, value) => Math.max(most, value));
  return [most, sum(apart) / sum(pixels[0].map((value) => 255 - value))];
}
"""


def test_the_lighter_picture_looks_the_same(page: Page, tables: Tables, monkeypatch: pytest.MonkeyPatch) -> None:
    """A browser rounds the tips of a sign off by the frame they stand in: by shades of few pixels, in all by no ink."""
    for item in _files(".recipe.json")[::5]:
        exercise = press(from_json(item.read_bytes()), tables)
        seen, elements = [], []
        for way in (lambda root: None, lighter.lighten):
            monkeypatch.setattr(strip_svg, "lighten", way)
            strip_svg._picture.cache_clear()
            svg = strip_svg.strip_svg(exercise, exercise.strips[-1], 900)
            page.set_content(f"<style>.placeholder {{ visibility: hidden }}</style><body style='margin:0'>{svg}</body>")
            seen.append(base64.b64encode(page.screenshot(full_page=True)).decode())
            elements.append(svg.count("<"))
        most, share_of_ink = page.evaluate(_APART, seen)
        assert most < 96, item.name
        assert share_of_ink < 0.005, item.name
        assert elements[1] < 0.5 * elements[0]
