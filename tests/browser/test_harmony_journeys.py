"""What a teacher does with sounds and changes: find, lay open, make, write, choose, hear, take to the bench."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.hands import choose, listen, says, strip_begins, until

pytestmark = pytest.mark.browser


def find(page: Page, by: str, text: str) -> None:
    page.get_by_label("Find a sound by").get_by_text(by).click()
    page.get_by_label("Find a sound", exact=True).fill(text)


def write(page: Page, text: str) -> None:
    page.get_by_label("The changes as text").fill(text)


def test_sounds_are_found_by_name_notes_and_chord(page: Page) -> None:
    page.goto("/sounds")
    find(page, "Name", "blues")
    expect(page.get_by_text("“blues” can mean several sounds. Which one?")).to_be_visible()
    page.get_by_role("button", name="major blues").click()
    expect(page.get_by_role("heading", name="C major blues")).to_be_visible()
    find(page, "Notes", "D F A♭ B E")
    page.get_by_role("button", name="A harmonic minor").click()
    expect(page).to_have_url(re.compile(r"/sounds/harmonic-minor\?tonic=A$"))
    find(page, "Notes", "D H")
    expect(page.get_by_text("“H” is not a note name")).to_be_visible()
    find(page, "Chord", "B♭7alt")
    expect(page.get_by_role("button", name="B♭ altered Holds every tone")).to_be_visible()
    page.get_by_label("Find a sound", exact=True).press("Enter")
    expect(page.get_by_role("heading", name="B♭ altered", exact=True)).to_be_visible()


def test_a_sound_is_explained_step_by_step(page: Page) -> None:
    page.goto("/sounds/harmonic-minor?tonic=A")
    page.get_by_role("tab", name="How it is made").click()
    expect(page.get_by_text("Seven letters from A, each once.")).to_be_visible()
    expect(page.get_by_text("Lower the 3")).to_have_count(0)
    for _ in range(3):
        page.get_by_role("button", name="Next step").click()
    expect(page.get_by_text("Lower the 6: F♯ becomes F.")).to_be_visible()
    expect(page.get_by_role("button", name="Next step")).to_be_disabled()
    page.get_by_role("tab", name="Chords inside").click()
    expect(page.get_by_role("cell", name="♭IIImaj7(♯5) Cmaj7(♯5)")).to_be_visible()
    expect(page.get_by_role("row", name="E and F")).to_be_visible()
    page.get_by_role("tab", name="Related scales").click()
    page.get_by_role("combobox", name=re.compile("through$")).click()
    page.keyboard.type("Lydian ♭3")
    page.get_by_role("option").first.click()
    page.keyboard.press("Escape")
    expect(
        page.get_by_role("status").filter(has_text="→ melodic minor (♭6 to 6) → Lydian ♭3 (4 to ♯4)")
    ).to_be_visible()
    page.get_by_role("button", name="Open the chain on the bench").click()
    expect(page.locator("[data-phrase=sounds]")).to_have_text(
        "A harmonic minor turning into melodic minor and Lydian ♭3"
    )


def test_a_scale_of_ones_own_is_made_saved_and_used(page: Page) -> None:
    page.goto("/sounds/major-pentatonic?tonic=F")
    page.get_by_role("tab", name="Make your own from it").click()
    page.get_by_role("checkbox", name="5", exact=True).check()
    degrees = page.get_by_label("Its degrees")
    expect(degrees).to_have_value("1 2 3 ♯4 5 6")
    degrees.fill("1 2 2")
    page.get_by_role("button", name="Save my scale").click()
    expect(page.get_by_text("2 does not rise above 2")).to_be_visible()
    degrees.fill("1 2 3 ♯4 5 6")
    page.get_by_label("What you call it").fill("lamp scale")
    page.get_by_role("button", name="Save my scale").click()
    expect(page.get_by_role("heading", name="F lamp scale")).to_be_visible()
    page.get_by_role("button", name="Open on the bench").click()
    expect(page.locator("[data-phrase=sounds]")).to_have_text("F lamp scale")
    page.goto("/changes/new")
    write(page, "key: F\n| Fmaj7 |")
    choose(page, "Any other sound on F", "lamp scale")
    expect(page.get_by_role("button", name="Fmaj7 F lamp scale chosen")).to_be_visible()
    page.goto("/sounds")
    page.get_by_role("button", name="Delete lamp scale").click()
    expect(page.get_by_role("link", name="lamp scale")).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("link", name="lamp scale")).to_be_visible()


def test_changes_are_drawn_as_they_are_written(page: Page) -> None:
    page.goto("/changes/new")
    write(page, "key: C\n| Dm7 G7 | Cmaj7 |")
    expect(page.get_by_role("button", name="G7 G Mixolydian")).to_be_visible()
    write(page, "key: C\n| Dm7 Gq7 | Cmaj7 |")
    expect(page.get_by_text("“q7” in Gq7 cannot be read.")).to_be_visible()
    expect(page.get_by_role("button", name="Hear the chords")).to_be_disabled()
    page.get_by_role("button", name="Line 2, “q7”").click()
    field = page.get_by_label("The changes as text")
    assert field.evaluate("f => f.value.slice(f.selectionStart, f.selectionEnd)") == "q7"
    page.reload()
    expect(field).to_have_value("key: C\n| Dm7 Gq7 | Cmaj7 |")
    write(page, "key: C\n| Dm7 G7 | Cmaj7 |")
    choose(page, "In the key of", "E♭")
    expect(field).to_have_value(re.compile(r"\| Fm7 B♭7 \| E♭maj7 \|"))
    page.get_by_role("button", name="Numerals").click()
    expect(field).to_have_value(re.compile(r"\| IIm7 V7 \| Imaj7 \|"))
    choose(page, "Symbols", "Δ7")
    expect(page.get_by_role("button", name="F-7 F Dorian")).to_be_visible()
    choose(page, "Begin with a form", "twelve bars, minor")
    expect(page.get_by_role("list", name="Bars").get_by_role("listitem")).to_have_count(12)
    choose(page, "Symbols", "m7♭5")


def test_sounds_are_chosen_for_chords_and_kept(page: Page) -> None:
    page.goto("/changes/new")
    write(page, "title: Low water\nkey: C\n| Dm7 | G7 | Cmaj7 | A7 |")
    page.get_by_role("button", name="G7 G Mixolydian").click()
    expect(
        page.get_by_text("Holds every tone of G7 and stays in C major; the 11 is an avoid note.").first
    ).to_be_visible()
    page.get_by_role("button", name="Use G Lydian dominant").click()
    expect(page.get_by_role("button", name="G7 G Lydian dominant chosen")).to_be_visible()
    page.get_by_role("button", name="Add as alternative: G Mixolydian", exact=True).click()
    expect(page.get_by_role("button", name="G7 G Lydian dominant, then G Mixolydian chosen")).to_be_visible()
    write(page, "title: Low water\nkey: C\n| Em7 | Dm7 | G7 | Cmaj7 | A7 |")
    expect(page.get_by_role("button", name="G7 G Lydian dominant, then G Mixolydian chosen")).to_be_visible()
    page.get_by_role("button", name="Em7 E Phrygian").click()
    page.get_by_role("button", name="Dm7 D Dorian").click(modifiers=["Shift"])
    choose(page, "Sound over all of them", "major pentatonic")
    choose(page, "On", "C")
    page.get_by_role("button", name="Use it over these").click()
    expect(page.get_by_role("button", name="Dm7 C major pentatonic chosen")).to_be_visible()
    page.get_by_role("tab", name="Fewest sounds").click()
    expect(page.get_by_role("status").filter(has_text="stretches of one sound")).to_be_visible()
    page.get_by_role("button", name="Choose these").click()
    expect(page.get_by_role("button", name=re.compile("^A7 .*chosen"))).to_be_visible()
    page.get_by_role("tab", name="One sound over all").click()
    expect(page.get_by_role("row", name=re.compile("^Cmaj7"))).to_contain_text("♯9")
    page.keyboard.press("Control+s")
    expect(page).to_have_url(re.compile(r"/changes/[0-9a-f]{32}$"))
    page.reload()
    expect(page.get_by_role("button", name="Dm7 C major pentatonic chosen")).to_be_visible()


def test_chords_are_heard_and_changes_go_to_the_bench(page: Page, tmp_path: Path) -> None:
    page.goto("/changes")
    page.get_by_role("link", name="Slack Tide").click()
    listen(page)
    page.get_by_role("button", name="Hear the chords").click()
    until(page, "window.marked.includes('chord-1')")
    page.get_by_role("button", name="Stop", exact=True).click()
    expect(page.locator(".sounding")).to_have_count(0)
    page.get_by_role("button", name="Export").click()
    with page.expect_download() as waiting:
        page.get_by_role("menuitem", name="Chord symbols (MusicXML)").click()
    file = tmp_path / "tune.musicxml"
    waiting.value.save_as(file)
    page.get_by_role("button", name="Put a line over this").click()
    expect(page.locator("[data-phrase=sounds]")).to_have_text("the changes of Slack Tide, beginning in C minor")
    says(page, "Take a straight run through the changes of Slack Tide, beginning in C minor, up")
    expect(page.locator("#strip-0 h2")).to_have_text("Slack Tide · C minor")
    strip_begins(page, 0, "1 9 ♭3 11 5 6 7 1")
    expect(page.locator("#strip-0 svg .harm").first).to_contain_text("Cm6")
    page.goto("/changes/new")
    page.set_input_files("input[type=file]", file)
    expect(page.get_by_label("Title of the changes")).to_have_value("Slack Tide")
    expect(page.get_by_role("button", name=re.compile("^F♯m7♭5"))).to_be_visible()
    broken = tmp_path / "broken.xml"
    broken.write_text("<svg/>")
    page.set_input_files("input[type=file]", broken)
    expect(page.get_by_text("This is not a partwise MusicXML score.")).to_be_visible()


def test_two_windows_with_the_same_changes(page: Page) -> None:
    page.goto("/changes")
    page.get_by_role("link", name="Third Pier").click()
    title = page.get_by_label("Title of the changes")
    expect(title).to_have_value("Third Pier")
    other = page.context.new_page()
    other.goto(page.url)
    other.get_by_label("Title of the changes").fill("Third Pier, second window")
    other.get_by_role("button", name="Save").click()
    expect(other.get_by_role("status").filter(has_text="Saved")).to_be_visible()
    title.fill("Third Pier, first window")
    page.get_by_role("button", name="Save").click()
    page.get_by_role("button", name="Load the other version").click()
    expect(title).to_have_value("Third Pier, second window")
