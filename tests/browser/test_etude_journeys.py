"""What a teacher does with vocabulary: rules on a blues, an etude composed, pinned and printed, a chorus cut up."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.tables import load_tables
from tests.browser.hands import choose, on_the_bench, phrase, says, until

pytestmark = pytest.mark.browser


def open_recipe(page: Page, name: str, *keys: str) -> None:
    """A recipe of the demo in a few keys, on the bench."""
    (listed,) = page.request.get("/api/recipes", params={"search": name}).json()["documents"]
    recipe = page.request.get(f"/api/recipes/{listed['id']}").json()["document"]
    on_the_bench(page, **recipe | {"keys": {"order": "picked", "picked": keys}})


def names_over(page: Page, name: str, count: int) -> None:
    """How often a name stands over the first strip."""
    expect(page.locator("#strip-0 svg .dir", has_text=re.compile(f"^\\s*{name}\\s*$"))).to_have_count(count)


def test_rules_on_a_blues(page: Page) -> None:
    open_recipe(page, "Ticket Hall Blues: 1 2 3 5", "F", "C")
    phrase(page, "figure")
    page.get_by_role("button", name="Use a different pattern on some chords").click()
    says(page, "take 1 2 3 5 on every II")
    until(page, "document.activeElement?.closest('[role=dialog]') !== null")
    step = page.get_by_label("Chord degree")
    step.fill("X")
    expect(page.get_by_text("“X” is no step of a key. Write II, V, ♭VII or ♯IV.").first).to_be_visible()
    step.fill("IV")
    says(page, "on every IV")
    page.get_by_role("tab", name="What is played there").click()
    page.get_by_label("Numbers of the cell").fill("5 3 2 1")
    says(page, "take 5 3 2 1 on every IV")
    names_over(page, "5 3 2 1", 4)  # two choruses, the B♭7 twice in each
    page.get_by_role("button", name="Add a rule").click()
    says(page, "5 3 2 1 on every IV, 1 2 3 5 on every II")
    rule = page.get_by_role("group", name="Rule 2")
    rule.get_by_label("Chord degree").fill("")
    rule.get_by_role("button", name=re.compile("^Gm7")).first.click()
    says(page, "1 2 3 5 on the Gm7 that is pressed")
    rule.get_by_role("tab", name="What is played there").click()
    rule.get_by_text("open bars").click()
    says(page, "open bars on the Gm7 that is pressed")
    rule.get_by_role("button", name="Remove rule").click()
    expect(page.get_by_text("open bars on the Gm7")).to_have_count(0)
    until(page, "document.activeElement?.dataset.phrase === 'figure'")


def test_an_etude_is_composed_pinned_and_printed(page: Page) -> None:
    open_recipe(page, "Long swell", "C", "F")
    phrase(page, "figure")
    page.get_by_role("button", name="Compose an etude of vocabulary").click()
    says(page, "take an etude of")
    says(page, "in phrases")
    page.get_by_role("dialog").get_by_role("button", name="More", exact=True).click()
    choose(page, "A piece in", "every four bars")
    says(page, "one in every four bars")
    page.get_by_role("button", name="Another etude").click()
    says(page, "(no. 1)")
    page.get_by_role("button", name="Others for bar").first.click()
    others = page.get_by_role("group", name="What else fits bar")
    expect(others.get_by_role("button").nth(1)).to_be_visible()
    chosen = others.get_by_role("button").nth(1)
    name = (chosen.text_content() or "").split(" (")[0]
    chosen.click()
    expect(page.get_by_role("button", name="Unpin bar").first).to_be_visible()
    expect(page.get_by_role("table", name="The figures of the etude")).to_contain_text("Silent beats, in 100")
    expect(page.get_by_role("row", name=name).first).to_be_visible()
    page.get_by_role("button", name="Another etude").click()
    says(page, "(no. 2)")
    expect(page.get_by_role("row", name=name).first).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Print and export").click()
    with page.expect_download() as waiting:
        page.get_by_role("menuitem", name="PDF").first.click()
    assert Path(waiting.value.path()).read_bytes().startswith(b"%PDF")


def test_a_figure_is_kept_found_corrected_and_used(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "figure")
    page.get_by_text("Cell", exact=True).click()
    page.get_by_label("Numbers of the cell").fill("1 b3 4 5")
    page.get_by_label("Save as vocabulary").fill("Harbour wall")
    page.get_by_role("dialog").get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("Harbour wall is saved as vocabulary")).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("link", name="Vocabulary").click()
    page.get_by_label("Search by name or degree").fill("harbour")
    row = page.get_by_role("listitem").filter(has_text="Harbour wall")
    expect(row).to_contain_text("Over minor")
    row.get_by_role("button", name="Correct Harbour wall").click()
    page.get_by_role("textbox", name="Level").fill("4")
    page.get_by_role("button", name="Save").click()
    expect(row).to_contain_text("level 4")
    row.get_by_role("button", name="Open Harbour wall on the bench").click()
    says(page, "Take 1 ♭3 4 5")
    page.go_back()
    page.get_by_role("button", name="Delete Harbour wall").click()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("Harbour wall", exact=True)).to_be_visible()


def test_a_chorus_is_cut_into_phrases(page: Page, tmp_path: Path) -> None:
    lick = {"kind": "lick", "text": "1:½ 2 3 5 6 5 3:1 | r:4 | 5:½ 3 2 1 7- 1 r:1 | r:4", "over": "C6 | C6 | G7 | C6"}
    changes = {"kind": "changes", "changes": {"text": "key: C\n| C6 | C6 | G7 | C6 |"}}
    recipe = {"sounds": changes, "figure": lick, "keys": {"order": "picked", "picked": ["C"]}}
    score = tmp_path / "first chorus.musicxml"
    score.write_bytes(to_musicxml(press(read_recipe(recipe), load_tables())))
    page.goto("/vocabulary")
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Import a solo").click()
    chooser.value.set_files(score)
    dialog = page.get_by_role("dialog", name="first chorus: 2 phrases")
    expect(dialog.get_by_role("checkbox")).to_have_count(2)
    dialog.get_by_role("checkbox", name="Bar 1").uncheck()
    dialog.get_by_role("button", name="Keep 1 of them").click()
    expect(page.get_by_text("first chorus, bar 3")).to_be_visible()


def test_a_chord_of_the_key(page: Page) -> None:
    on_the_bench(page)
    phrase(page, "sounds")
    page.get_by_text("A chord of the key").click()
    says(page, "through the IIm7 of C major (D Dorian)")
    page.get_by_role("combobox", name="The chord, as a numeral").fill("V7")
    choose(page, "Of which key", "of a minor key")
    says(page, "through the V7 of C minor (G Phrygian dominant)")
    expect(page.locator("#strip-0 svg .harm")).to_contain_text("G7")
