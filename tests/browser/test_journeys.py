"""What a teacher does, from the first click to the printed page."""

from __future__ import annotations

import json
import re
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.hands import choose, listen, on_the_bench, open_file, phrase, saved, says, strip_begins, until
from tests.browser.serving import served

pytestmark = pytest.mark.browser


def test_every_phrase_answers_in_the_score(page: Page) -> None:
    page.goto("/bench")
    strip_begins(page, 0, "1 2 3 4 5 6 7 1 7")

    phrase(page, "figure")
    page.get_by_text("Cell", exact=True).click()
    page.get_by_label("Numbers of the cell").fill("5 b3 1")
    expect(page.locator("[data-phrase=figure]")).to_have_text("5 ♭3 1")
    expect(page.get_by_role("status").filter(has_text="In C Ionian: G E♭ C A F D")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=figure]")).to_be_focused()

    phrase(page, "sounds")
    choose(page, "Scale", "Dorian")
    choose(page, "Starting key", "A♭")
    page.keyboard.press("Escape")
    phrase(page, "path")
    choose(page, "Direction", "up")
    choose(page, "By", "third")
    page.keyboard.press("Escape")
    phrase(page, "placement")
    choose(page, "Note value", "eighth triplets")
    page.keyboard.press("Escape")
    phrase(page, "keys")
    choose(page, "Order", "down by whole steps")
    page.keyboard.press("Escape")
    phrase(page, "player")
    choose(page, "Instrument", "alto saxophone")
    page.get_by_text("the written key, as the player reads it").click()
    page.keyboard.press("Escape")
    phrase(page, "tempo")
    page.get_by_role("textbox", name="Beats a minute").fill("132")
    page.keyboard.press("Escape")

    expect(page.locator("[data-phrase=tempo]")).to_have_text("132")
    says(
        page,
        "Take 5 ♭3 1 through A♭ Dorian, up an octave in thirds, in eighth triplets, through all twelve keys "
        "down by whole steps, on alto saxophone (written key), at 132.",
    )
    expect(page.locator("#strip-0 h2")).to_have_text("A♭ Dorian · sounds B Dorian")
    strip_begins(page, 0, "5 ♭3 1 ♭7 ♭5 ♭3 2 ♭7 5 4 ♭2 ♭7")


def test_several_sounds_and_families_nest_either_way(page: Page) -> None:
    page.goto("/bench")
    phrase(page, "sounds")
    page.get_by_text("All modes of one").click()
    page.keyboard.press("Escape")
    expect(page.locator("#strip-1 h2")).to_have_text("D Dorian · from C")
    phrase(page, "outer")
    choose(page, "The order of keys and scales", "every key in one scale")
    expect(page.locator("#strip-1 h2")).to_have_text("F Ionian · from F")


def test_a_scale_of_ones_own_is_typed_and_checked(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "sounds")
    page.get_by_text("My own").click()
    degrees = page.get_by_label("Degrees of the scale")
    expect(degrees).to_have_value("1 2 3 4 5 6 7")
    degrees.fill("1 2 3 b3 5")
    expect(page.get_by_text("♭3 does not rise above 3").first).to_be_visible()
    degrees.fill("1 2 b3 3 5")
    page.get_by_label("What you call it").fill("rope ladder")
    expect(page.locator("[data-phrase=sounds]")).to_have_text("C rope ladder")
    page.keyboard.press("Escape")
    strip_begins(page, 0, "1 2 ♭3 3 5 1")


def test_keys_are_picked_on_the_dial_with_the_keyboard(page: Page) -> None:
    page.goto("/bench")
    phrase(page, "keys")
    choose(page, "Order", "picked on the dial")
    expect(page.get_by_text("Pick at least one side of the dial.").first).to_be_visible()
    for name in ("E♭", "B", "D"):
        page.get_by_role("button", name=f"Pick {name}", exact=True).focus()
        page.keyboard.press("Enter")
    page.get_by_role("button", name="Pick B", exact=True).press(" ")
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=keys]")).to_have_text("E♭ and D")
    expect(page.get_by_role("region")).to_have_count(2)


def test_strips_are_drawn_as_they_scroll_in_and_the_dial_leads_to_them(page: Page) -> None:
    page.set_viewport_size({"width": 1280, "height": 300})  # where the last of them is far below
    page.goto("/bench")
    page.wait_for_selector("#strip-0 svg .note")
    assert page.locator("#strip-11 svg .note").count() == 0
    page.get_by_role("button", name="Go to G", exact=True).click()
    page.wait_for_selector("#strip-11 svg .note")
    expect(page.locator("#strip-11")).to_be_in_viewport()


def test_numbers_are_switched_between_schools(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "sounds")
    choose(page, "Scale", "Phrygian")
    page.keyboard.press("Escape")
    for school, wanted in (("as the chord hears it", "♭9"), ("own steps", "2"), ("against the major scale", "♭2")):
        page.get_by_role("button", name="View", exact=True).click()
        choose(page, "Numbers under the notes", school)
        page.keyboard.press("Escape")
        expect(page.locator("#strip-0 svg .syl").nth(1)).to_have_text(re.compile(rf"^\s*{wanted}\s*$"))
    page.get_by_role("button", name="View", exact=True).click()
    choose(page, "Numbers under the notes", "no numbers")
    expect(page.locator("#strip-0 svg .syl")).to_have_count(0)


def test_bad_input_is_told_at_the_field_and_the_last_score_stays(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "figure")
    page.get_by_text("Cell", exact=True).click()
    field = page.get_by_label("Numbers of the cell")
    field.fill("7 6 5")
    expect(page.locator("[data-phrase=figure]")).to_have_text("7 6 5")
    field.fill("5 x 2")
    expect(page.get_by_text("“x” (number 2) cannot be read.").first).to_be_visible()
    expect(field).to_have_value("5 x 2")
    expect(field).to_have_attribute("aria-invalid", "true")
    expect(page.locator("#strip-0")).to_have_attribute("data-stale", "true")
    strip_begins(page, 0, "7 6 5")
    page.reload()
    expect(page.get_by_text("No score yet")).to_be_visible()
    phrase(page, "figure")
    expect(field).to_have_value("5 x 2")
    field.fill("5 2")
    expect(page.get_by_text("No score yet")).to_have_count(0)
    expect(page.locator("#strip-0 svg .note").first).to_be_visible()


def test_a_remark_is_cured_with_one_click(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "figure")
    page.get_by_text("Cell", exact=True).click()
    page.get_by_label("Numbers of the cell").fill("1 2 3 5")
    page.keyboard.press("Escape")
    phrase(page, "sounds")
    choose(page, "Scale", "minor pentatonic")
    page.keyboard.press("Escape")
    expect(page.get_by_text("has no 2; the nearest tone is played").first).to_be_visible()
    page.get_by_role("button", name="Read the numbers as steps of the ladder").click()
    expect(page.get_by_text("has no 2;")).to_have_count(0)
    strip_begins(page, 0, "1 ♭3 4 ♭7 ♭3 4 5 1")


def test_playing_marks_every_note_in_turn_repeats_and_stops(page: Page) -> None:
    page.goto("/bench")
    page.wait_for_selector("#strip-0 svg .note")
    page.get_by_role("checkbox", name="Count-in").uncheck()
    phrase(page, "tempo")
    page.get_by_role("textbox", name="Beats a minute").fill("240")
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=tempo]")).to_have_text("240")
    listen(page)
    page.get_by_role("button", name="Play", exact=True).click()
    until(page, "window.marked.includes('s1n3')")
    until(page, "window.lit.includes('strip-1')")
    page.get_by_role("button", name="Stop", exact=True).click()
    expect(page.locator(".sounding")).to_have_count(0)
    marked = page.evaluate("window.marked")
    assert marked[:19] == [f"s0n{n}" for n in range(15)] + [f"s1n{n}" for n in range(4)]

    page.evaluate("window.marked.length = 0")
    page.get_by_role("button", name="Repeat F Ionian").click()
    until(page, "window.marked.filter(id => id === 's1n1').length >= 2")
    page.keyboard.press("Space")  # the button that began it has the focus and ends it
    expect(page.get_by_role("button", name="Play", exact=True)).to_be_visible()
    assert set(page.evaluate("window.marked")) == {f"s1n{n}" for n in range(15)}


def test_files_go_out_and_a_recipe_comes_back_in(page: Page, tmp_path: Path) -> None:
    page.goto("/recipes")
    page.get_by_role("link", name=re.compile("^Slipway")).click()
    page.wait_for_selector("#strip-0 svg .note")
    begins = {"Handout to print (PDF)": b"%PDF-", "Notation (MusicXML)": b"<?xml", "Sound (MIDI)": b"MThd",
              "Recipe (JSON)": b"{", "Exercise worked out (JSON)": b"{"}  # fmt: skip
    files = {}
    for name, head in begins.items():
        page.get_by_role("button", name="Print and export").click()
        with page.expect_download() as waiting:
            page.get_by_role("menuitem", name=name).click()
        files[name] = tmp_path / waiting.value.suggested_filename
        waiting.value.save_as(files[name])
        assert files[name].read_bytes().startswith(head)
    assert files["Sound (MIDI)"].name == "Slipway 5 3 2 1 for Ottoline - clarinet.mid"
    page.goto("/bench")
    open_file(page, files["Recipe (JSON)"])
    expect(page.get_by_label("Name of the recipe")).to_have_value("Slipway 5 3 2 1, for Ottoline")
    expect(page.locator("[data-phrase=figure]")).to_have_text("5 3 2 1")
    broken = tmp_path / "broken.json"
    broken.write_text(json.dumps({"version": 7}))
    open_file(page, broken)
    expect(page.get_by_text("This recipe is of version 7")).to_be_visible()
    expect(page.locator("[data-phrase=figure]")).to_have_text("5 3 2 1")


def test_saving_renaming_duplicating_deleting_with_undo(page: Page) -> None:
    page.goto("/bench")
    page.wait_for_selector("#strip-0 svg .note")
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_text("Give the recipe a name first.")).to_be_visible()
    page.get_by_label("Name of the recipe").fill("Harbour bell")
    page.keyboard.press("Control+s")
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    expect(page).to_have_url(re.compile(r"/bench/[0-9a-f]{32}$"))
    page.reload()
    expect(page.get_by_label("Name of the recipe")).to_have_value("Harbour bell")

    page.get_by_role("link", name="Recipes").click()
    page.get_by_label("Search by name").fill("harbour")
    rows = page.get_by_role("listitem")
    expect(rows).to_have_count(1)
    page.get_by_role("button", name="Rename Harbour bell").click()
    page.get_by_role("textbox", name="Name", exact=True).fill("Harbour lamp")
    page.keyboard.press("Enter")
    expect(page.get_by_role("link", name="Harbour lamp")).to_be_visible()
    page.get_by_role("button", name="Duplicate Harbour lamp").click()
    expect(rows).to_have_count(2)
    page.get_by_role("button", name="Delete Harbour lamp (copy)").click()
    expect(rows).to_have_count(1)
    page.get_by_role("button", name="Undo").click()
    expect(rows).to_have_count(2)
    page.get_by_label("Search by name").fill("nothing at all")
    expect(page.get_by_text("No recipe matches.")).to_be_visible()


def test_two_windows_do_not_overwrite_each_other(page: Page) -> None:
    page.goto("/recipes")
    page.get_by_role("link", name=re.compile("^Ballast")).click()
    title = page.get_by_label("Name of the recipe")
    expect(title).to_have_value(re.compile("^Ballast"))
    other = page.context.new_page()
    other.goto(page.url)
    other.get_by_label("Name of the recipe").fill("Ballast, second window")
    other.get_by_role("button", name="Save").click()
    expect(other.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    title.fill("Ballast, first window")
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_role("dialog")).to_contain_text("Nothing of yours is lost")
    page.get_by_role("button", name="Save mine as a copy").click()
    expect(title).to_have_value("Ballast, first window (mine)")
    other.reload()
    expect(other.get_by_label("Name of the recipe")).to_have_value("Ballast, second window")


def test_a_sound_is_laid_open_and_taken_to_the_bench(page: Page) -> None:
    page.goto("/sounds")
    expect(page.get_by_role("heading", name="C Ionian")).to_be_visible()
    page.get_by_label("Find a sound", exact=True).fill("Lydian dominant")
    page.get_by_role("button", name="Lydian dominant").click()
    expect(page.get_by_role("heading", name="C Lydian dominant")).to_be_visible()
    page.get_by_role("button", name="Root E♭").press("Enter")
    expect(page.get_by_role("heading", name="E♭ Lydian dominant")).to_be_visible()
    expect(page.get_by_text("From the major scale: raise 4, lower 7.")).to_be_visible()
    page.get_by_role("tab", name="Related scales").click()
    page.get_by_role("link", name="Mixolydian (♯4 to 4)").click()
    expect(page).to_have_url(re.compile(r"/sounds/mixolydian\?tonic=E"))
    expect(page.get_by_role("heading", name="E♭ Mixolydian")).to_be_visible()
    page.get_by_role("tab", name="Notes and numbers").click()
    listen(page)
    page.get_by_role("button", name="Hear it").click()
    until(page, "window.marked.includes('step-2')")
    page.get_by_role("button", name="Open on the bench").click()
    expect(page.locator("[data-phrase=sounds]")).to_have_text("E♭ Mixolydian")
    page.go_back()
    expect(page.get_by_role("heading", name="E♭ Mixolydian")).to_be_visible()


def test_a_server_that_cannot_start_is_told_at_once(tmp_path: Path) -> None:
    (tmp_path / "notes.db").write_text("no data file " * 99)
    with pytest.raises(RuntimeError, match="cannot be used as a data file"), served(tmp_path / "notes.db"):
        pass


def test_recipes_survive_a_restart(data: Path, tmp_path: Path, opened: Browser) -> None:
    page = opened.new_page()
    for turn in (1, 2):
        with served(tmp_path / "real.db", demo=False) as address:
            if turn == 1:
                page.goto(f"{address}/recipes")
                expect(page.get_by_text("No recipes yet")).to_be_visible()
                saved(page, {"title": "Kept"}, address)
            else:
                page.goto(f"{address}/recipes")
                expect(page.get_by_role("link", name="Kept")).to_be_visible()
    page.close()
