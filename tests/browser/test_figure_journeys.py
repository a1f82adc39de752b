"""Every kind of figure through its phrase: what it stands on, what leads into it, its course, and how it is shown."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from music21 import harmony, meter, note, stream
from music21.musicxml.m21ToXml import GeneralObjectExporter
from playwright.sync_api import Page, expect

from tests.browser.hands import choose, listen, on_the_bench, phrase, says, strip_begins, until

pytestmark = pytest.mark.browser


def figure(page: Page, kind: str) -> None:
    phrase(page, "figure")
    page.get_by_text(kind, exact=True).click()


def test_intervals_and_arpeggios_are_chosen_and_drawn(page: Page) -> None:
    on_the_bench(page)
    figure(page, "Intervals")
    choose(page, "Interval", "sixths")
    choose(page, "Direction", "one up, the next down")
    expect(page.locator("[data-phrase=figure]")).to_have_text("sixths one up and the next down")
    expect(page.get_by_role("status").filter(has_text="In C Ionian: C A B D")).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("^Its line: C A B D"))).to_be_visible()
    strip_begins(page, 0, "1 6 7 2 3 1")
    page.get_by_text("Arpeggios", exact=True).click()
    choose(page, "Chords", "sevenths")
    choose(page, "Played", "from the fifth down")
    strip_begins(page, 0, "5 3 1 6 4 2")
    choose(page, "Played", "up")
    choose(page, "Inversion", "first inversion")
    page.get_by_role("checkbox", name="A leap of an octave inside").check()
    expect(page.locator("[data-phrase=figure]")).to_have_text(
        "seventh arpeggios up, first inversion with a leap of an octave"
    )


def test_a_triad_pair_names_itself_and_says_where_there_is_none(page: Page) -> None:
    on_the_bench(page)
    figure(page, "Triad pair")
    expect(page.locator("[data-phrase=figure]")).to_have_text("the triads F and G in threes up")
    choose(page, "Groups", "in fours")
    choose(page, "Order of the tones", "high, low, middle")
    strip_begins(page, 0, "6 1 4 1 7 2 5 2")
    page.keyboard.press("Escape")
    phrase(page, "sounds")
    choose(page, "Scale", "minor pentatonic")
    page.keyboard.press("Escape")
    expect(page.get_by_text("minor pentatonic holds no triad pair.").first).to_be_visible()
    expect(page.locator("#strip-0")).to_have_attribute("data-stale", "true")


def test_ladder_enclosure_and_course_become_phrases(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "figure")
    choose(page, "Built on", "a stacked chord")
    choose(page, "Approach notes", "half step below")
    choose(page, "Course", "back to the root each time")
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=course]")).to_have_text("back to the root after every one")
    says(
        page,
        "Take a straight run on 4 stacked thirds from 1, approached by a half step below, back to the root after every "
        "one, through C Ionian, up an octave and back",
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
    choose(page, "Course", "built up note by note")
    page.get_by_label("Order in which tones join").fill("1 5 3 2")
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=course]")).to_have_text("built up note by note")
    phrase(page, "enclosure")
    page.get_by_role("button", name="No approach notes").click()
    expect(page.locator("[data-phrase=enclosure]")).to_have_count(0)
    strip_begins(page, 0, "1 3 5")


def test_the_whole_range_and_the_turn(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "path")
    page.get_by_role("checkbox", name="A step beyond each end").check()
    strip_begins(page, 0, "1 2 3 4 5 6 7 1 2 1 7")
    choose(page, "From where to where", "the player's whole range")
    page.get_by_role("checkbox", name="Held at the turn").check()
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=path]")).to_have_text(
        "up and back through the whole range, a step beyond each end, held at the turn"
    )


def test_a_line_with_numbers_stands_beside_the_staff_and_sounds_with_it(page: Page) -> None:
    on_the_bench(page)
    page.get_by_role("button", name="View", exact=True).click()
    choose(page, "Strips are shown", "both")
    page.keyboard.press("Escape")
    line = page.get_by_role("img", name="C Ionian as a line: 1 2 3 4 5 6 7 1 7 6 5 4 3 2 1")
    expect(line).to_be_visible()
    page.get_by_role("checkbox", name="Count-in").uncheck()
    listen(page)
    page.get_by_role("button", name="Play", exact=True).click()
    until(page, "window.marked.includes('contour-s0n1')")
    page.get_by_role("button", name="Stop", exact=True).click()
    page.get_by_role("button", name="View", exact=True).click()
    choose(page, "Strips are shown", "as a line with numbers")
    page.keyboard.press("Escape")
    expect(page.locator("#strip-0 svg .note path")).to_have_count(0)
    expect(line).to_be_visible()


def test_harder_easier_simpler_and_a_surprise(page: Page) -> None:
    def idea(name: str) -> None:
        page.get_by_role("button", name="Ideas").click()
        page.get_by_role("menuitem", name=name, exact=True).click()

    on_the_bench(page)
    expect(page.locator("[data-phrase=figure]")).to_have_text("a straight run")
    idea("One step harder")
    expect(page.locator("[data-phrase=figure]")).to_have_text("1 2 3 1")
    expect(page.get_by_text("Harder: now three up and home.")).to_be_visible()
    idea("One step easier")
    expect(page.get_by_text(re.compile("^Easier: now"))).to_be_visible()
    idea("Upward only")
    expect(page.locator("[data-phrase=path]")).to_have_text(re.compile("^up an octave$"))
    idea("Home after every one")
    expect(page.locator("[data-phrase=course]")).to_have_text("back to the root after every one")
    idea("Three keys only")
    expect(page.locator("[data-phrase=keys]")).to_have_text("C, F and G")
    idea("Surprise me, boldly")
    expect(page.locator("[data-phrase=course]")).to_have_count(0)
    expect(page.locator("[data-phrase=tempo]")).to_have_text("120")


def test_lists_show_what_each_choice_would_play_and_a_phrase_explains_itself(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "figure")
    expect(page.get_by_role("radiogroup", name="Figure").locator("svg line").first).to_be_attached()
    page.get_by_role("combobox", name="Approach notes").click()
    double = page.get_by_role("option", name="scale tone and half step from both sides")
    expect(double).to_contain_text("D D♭ B C E E♭")
    expect(double.locator("svg line")).to_have_count(16)
    double.click()
    page.keyboard.press("Escape")
    phrase(page, "enclosure")
    page.get_by_role("button", name="What does this mean?").click()
    note = page.get_by_role("note")
    expect(note).to_contain_text("Notes from above and below lead into a note")
    expect(note).to_contain_text("C Ionian: D D♭ B C E E♭ C C♯ D F D D♯ E")
    expect(note.locator("svg .note")).to_have_count(14)  # the last one is tied
    page.get_by_role("button", name="Hide the explanation").click()
    expect(note).to_have_count(0)
    page.keyboard.press("Escape")
    phrase(page, "tempo")
    page.get_by_role("button", name="What does this mean?").click()
    expect(page.get_by_role("note")).to_contain_text("Beats a minute")


def test_every_order_is_a_strip_and_a_join_is_mended(page: Page) -> None:
    on_the_bench(page)
    figure(page, "Cell")
    page.get_by_label("Numbers of the cell").fill("1 3 2")
    choose(page, "Order", "each order in turn")
    page.keyboard.press("Escape")
    expect(page.locator("#strip-1 h2")).to_have_text("C Ionian · 1 2 3")
    expect(page.get_by_text("12 strips")).to_be_visible()
    phrase(page, "figure")
    choose(page, "Order", "as written")
    page.keyboard.press("Escape")
    expect(page.get_by_text("D4 is struck twice in a row").first).to_be_visible()
    page.get_by_role("button", name="Walk in thirds").click()
    expect(page.get_by_text("is struck twice in a row")).to_have_count(0)
    phrase(page, "path")
    choose(page, "From where to where", "once, on a single tone")
    choose(page, "The line closes", "with a turn")
    page.keyboard.press("Escape")
    strip_begins(page, 0, "1 3 2 1 7 1")  # the tone above was just played
    expect(page.locator("[data-phrase=path]")).to_have_text("once, from the root, closing with a turn")


def test_a_leading_note_with_triplets_and_only_what_changes(page: Page) -> None:
    on_the_bench(page)
    figure(page, "Arpeggios")
    choose(page, "In time", "a leading note and a triplet")
    page.keyboard.press("Escape")
    strip_begins(page, 0, "7 1 3 5 ♯1 2 4 6")
    expect(page.locator("#strip-0 svg .tuplet").first).to_be_attached()
    phrase(page, "figure")
    page.get_by_text("Straight run", exact=True).click()
    page.keyboard.press("Escape")
    phrase(page, "sounds")
    page.get_by_text("Turning", exact=True).click()
    page.get_by_role("checkbox", name="After the first, only what changes").check()
    page.keyboard.press("Escape")
    strip_begins(page, 0, "1 2 3 4 5 6 7 1 7 6 5 4 3 2 1 3 ♯4 5 5 ♯4 3")


def test_a_lick_is_typed_corrected_and_entered_note_by_note(page: Page) -> None:
    on_the_bench(page)
    figure(page, "Own lick")
    text = page.get_by_label("The lick, as numbers or notes")
    text.fill("1:½ 9:x")
    expect(page.get_by_text("“x” is not a length that can be written.").first).to_be_visible()
    text.fill("D4:½ F4 A4 C5 B♭4 G♯4 A4")
    page.get_by_label("Over these chords").fill("Dm7")
    expect(page.locator("[data-phrase=figure]")).to_have_text("a lick of 7 notes")
    notes = page.get_by_role("list", name="Notes of the lick")
    expect(notes.get_by_role("button", name="B♭4 over Dm7: ♭6, surrounds A from a half step above")).to_be_visible()
    strip_begins(page, 0, "1 3 5 7 ♭6 ♯4 5")
    expect(page.get_by_text("C Ionian: ♭3 becomes 3, ♭7 becomes 7; likewise in").first).to_be_attached()
    notes.get_by_role("button", name="C5 over Dm7: ♭7, chord tone").click()
    page.get_by_text("it keeps its interval", exact=True).click()
    expect(text).to_have_value("D4:½ F4 A4 =C5 B♭4 G♯4 A4")
    strip_begins(page, 0, "1 3 5 ♭7")
    page.get_by_role("button", name="Enter note by note").click()
    page.get_by_role("radiogroup", name="Length in beats").get_by_text("1", exact=True).click()
    page.get_by_role("button", name="Add F4").click()
    page.get_by_role("button", name="Rest").click()
    expect(text).to_have_value("D4:½ F4 A4 =C5 B♭4 G♯4 A4 F4:1 r")
    page.get_by_role("button", name="Remove last").click()
    strip_begins(page, 0, "1 3 5 ♭7 ♭6 ♯4 5 3")
    page.keyboard.press("Escape")
    phrase(page, "path")
    page.get_by_role("textbox", name="Step of the scale").fill("2")
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=path]")).to_have_text("once, from 2")
    expect(page.locator("[data-phrase=placement]")).to_have_text("its own rhythm")
    strip_begins(page, 0, "2 4 6 1")


def test_a_lick_comes_from_a_file_and_runs_over_its_own_chords(page: Page, tmp_path: Path) -> None:
    items = [harmony.ChordSymbol("Dm7"), *(note.Note(name, quarterLength=1) for name in ("D4", "F4", "A4", "C#5"))]
    items += [harmony.ChordSymbol("G7"), note.Note("D5", quarterLength=4)]
    score = stream.Score([stream.Part([meter.TimeSignature("4/4"), *items])])
    (tmp_path / "pier.musicxml").write_bytes(bytes(GeneralObjectExporter(score).parse()))
    (tmp_path / "noise.mid").write_bytes(b"MThd")
    on_the_bench(page)
    figure(page, "Own lick")
    chosen = page.get_by_label("Change what is played").locator("input[type=file]")
    chosen.set_input_files(tmp_path / "noise.mid")
    expect(page.get_by_text("noise.mid could not be read")).to_be_visible()
    chosen.set_input_files(tmp_path / "pier.musicxml")
    expect(page.get_by_label("The lick, as numbers or notes")).to_have_value("D4:1 F4 A4 C♯5 | D5:4")
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=sounds]")).to_have_text("the changes of This lick, beginning in C major")
    strip_begins(page, 0, "1 ♭3 5 7 5")
    expect(page.locator("#strip-0 svg .harm")).to_have_count(2)
    expect(page.locator("#strip-1 h2")).to_have_text("This lick · F major")


def test_a_rhythm_is_pressed_slot_by_slot_and_swings(page: Page, tmp_path: Path) -> None:
    on_the_bench(page)
    phrase(page, "placement")
    choose(page, "Rhythm", "off the beat only")
    expect(page.locator("[data-phrase=placement]")).to_have_text(
        "eighths on the and of 1, the and of 2, the and of 3 and the and of 4"
    )
    slots = page.get_by_role("group", name="Slots of the rhythm")
    slots.get_by_role("button", name="Bar 1, 1: is silent").click()
    slots.get_by_role("button", name="Bar 1, the and of 1: sounds").focus()
    expect(slots.get_by_role("button", name="Bar 1, 1: holds on")).to_be_visible()
    page.keyboard.press("Enter")
    page.get_by_role("button", name="One bar more").click()
    expect(page.locator("[data-phrase=placement]")).to_have_text("eighths in a rhythm of two bars")
    choose(page, "Metre", "3/4")  # it no longer fills the bar
    page.get_by_role("tab", name="Beginning and end").click()
    page.get_by_role("textbox", name="Starts on").fill("3")
    page.get_by_role("tab", name="Strokes and swing").click()
    page.get_by_role("button", name="Add a mark").click()
    choose(page, "Swing, in sound only", "two to one")
    page.keyboard.press("Escape")
    expect(page.locator("[data-phrase=placement]")).to_have_text(
        "eighths in 3/4 from the and of 2, every second note accented, swung"
    )
    expect(page.locator("#strip-0 svg .artic")).to_have_count(8)
    page.get_by_role("button", name="Print and export").click()
    with page.expect_download() as waiting:
        page.get_by_role("menuitem", name="Sound as it swings (MIDI)").click()
    waiting.value.save_as(tmp_path / "swung.mid")
    assert (tmp_path / "swung.mid").read_bytes().startswith(b"MThd")
    page.get_by_role("checkbox", name="Count-in").uncheck()
    listen(page)
    page.get_by_role("button", name="Play", exact=True).click()
    until(page, "window.marked.includes('s0n2')")
    page.get_by_role("button", name="Stop", exact=True).click()


def test_guide_tones_and_an_unbroken_line_lead_through_changes(page: Page) -> None:
    on_the_bench(page)
    figure(page, "Guide tones")
    expect(page.get_by_text("Guide tones need chords to lead through.").first).to_be_visible()
    expect(page.locator("[data-phrase=sounds]")).to_have_text("C Ionian")  # a figure never replaces the sound
    page.get_by_role("button", name="Take changes as the sound").click()
    expect(page.locator("[data-phrase=sounds]")).to_have_text("the changes of Two five one, beginning in C major")
    choose(page, "The line begins", "on the third of the first chord")
    strip_begins(page, 0, "♭3 ♭7 3")
    choose(page, "Approach notes", "a scale tone above and a half step below")
    page.keyboard.press("Escape")
    strip_begins(page, 0, "♭3 4 2 ♭7")
    says(page, "Take guide tones from the third, approached by a scale tone above and a half step")
    expect(page.locator("[data-phrase=path]")).to_have_count(0)
    expect(page.locator("#strip-0 svg .harm")).to_have_count(3)
    phrase(page, "figure")
    page.get_by_text("Unbroken", exact=True).click()
    expect(page.locator("[data-phrase=figure]")).to_have_text("an unbroken line, up first")
    strip_begins(page, 0, "1 2 ♭3 4 5 6 ♭7 6")  # the range ends on C6
