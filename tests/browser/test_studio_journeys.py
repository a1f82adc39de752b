"""A class as its teacher and its students meet it: players, tickets, pages, worksheets, a link on a phone, a pack."""

from __future__ import annotations

import re
import zipfile
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.everyone import at_ease
from tests.browser.hands import choose, phrase, until
from tests.browser.serving import SECRET, a_window

pytestmark = pytest.mark.browser

GIVEN = "5 3 2 1 on every IV"


def opened(page: Page, title: str = GIVEN) -> None:
    page.goto("/studio")
    page.get_by_role("button", name=title).first.click()
    expect(page.get_by_role("button", name="Handouts")).to_be_visible()


def test_a_player_is_added_told_what_is_wrong_and_archived_with_undo(page: Page) -> None:
    page.goto("/studio?show=players")
    page.get_by_role("button", name="Add a player").click()
    form = page.get_by_role("dialog", name="New player")
    page.get_by_role("textbox", name="Name").fill("Vesna Holt")
    page.keyboard.press("Enter")
    for phrase_, label, value in (("instrument", "Instrument", "flute"), ("reading", "Plays", "by ear")):
        phrase(page, phrase_, form)
        choose(page, label, value)
        page.keyboard.press("Escape")
    phrase(page, "range", form)
    page.get_by_label("Lowest note").fill("A2")
    page.keyboard.press("Enter")
    form.get_by_role("button", name="Save").click()
    phrase(page, "range", form)
    expect(page.get_by_text("A2 is not on the flute. It reads C4 to D7.").first).to_be_visible()
    page.get_by_label("Lowest note").fill("D4")
    page.keyboard.press("Enter")
    phrase(page, "tunes", form)
    page.get_by_text("B♭", exact=True).click()
    at_ease(page)
    page.keyboard.press("Escape")
    expect(form.get_by_role("paragraph").first).to_have_text(
        "Vesna Holt plays flute by ear, from D4 up, at level 3: plays along, 20 minutes a day, with tunes in B♭."
    )
    form.get_by_role("button", name="Save").click()
    expect(form).to_have_count(0)
    row = page.get_by_role("listitem").filter(has_text="Vesna Holt")
    expect(row).to_contain_text("flute · D4 to … · level 3 · plays by ear · tunes in B♭ · 20 minutes a day")
    row.get_by_role("button", name="Archive Vesna Holt").click()
    expect(row).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(row).to_have_count(1)


def test_an_assignment_is_given_made_simpler_and_a_question_answered(page: Page) -> None:
    page.goto("/studio")
    page.get_by_role("button", name="Give an assignment").click()
    form = page.get_by_role("dialog", name="Give an assignment")
    choose(page, "Recipe", "Slipway")
    page.keyboard.press("Escape")
    phrase(page, "title", form)
    page.get_by_role("textbox", name="Title").fill("Slipway for the new ones")
    page.keyboard.press("Enter")
    phrase(page, "players", form)
    page.get_by_label("Runa Keth").check()
    at_ease(page)
    page.keyboard.press("Escape")
    form.get_by_label("Your words").fill("Only **three** keys.")
    form.get_by_role("button", name="Assign").click()
    expect(page.get_by_role("row", name=re.compile("Runa Keth"))).to_contain_text("none yet")
    expect(page.get_by_text("three", exact=True)).to_have_css("font-weight", "700")
    page.get_by_role("button", name="How Runa Keth’s page is adjusted").click()
    made = page.get_by_role("dialog")
    expect(made.get_by_text("Kept between A3 and D5, the range of today.")).to_be_visible()
    made.get_by_label("three keys").click()
    expect(made.get_by_text("Simpler: three keys.")).to_be_visible()
    page.keyboard.press("Escape")
    opened(page)
    mine = page.get_by_label("Answer to Mira Tolvan")
    mine.fill("Yes, as fi.")
    mine.press("Tab")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Answer again")).to_have_count(2)
    page.goto("/studio")
    expect(page.get_by_text("a question waits")).to_have_count(0)


def test_pages_are_seen_before_they_are_printed_and_a_set_is_one_press(page: Page, tmp_path: Path) -> None:
    opened(page)
    page.get_by_role("button", name="Handouts").click()
    window = page.get_by_role("dialog").first
    expect(window.get_by_role("img", name="Page 1 as it will be printed")).to_be_visible()
    phrase(page, "strips", window)
    choose(page, "Strips", "one key and the formula")
    page.keyboard.press("Escape")
    phrase(page, "parts", window)
    page.get_by_label("a grid of keys to tick").check()
    page.keyboard.press("Escape")
    expect(window.get_by_role("paragraph").first).to_contain_text("Print one key and the formula")
    choose(page, "For", "Teo Marr")
    expect(window.get_by_role("status")).to_have_text("1 page")
    at_ease(page)
    window.get_by_label("Save this layout as").fill("One key")
    window.get_by_role("button", name="Save", exact=True).click()
    with page.expect_download() as one:
        window.get_by_role("button", name="Save as PDF").click()
    assert one.value.suggested_filename == f"Teo Marr {GIVEN}.pdf"
    with page.expect_download() as every:
        window.get_by_role("button", name="One PDF per student").click()
    every.value.save_as(tmp_path / "set.zip")
    names = zipfile.ZipFile(tmp_path / "set.zip").namelist()
    assert len(names) == 9
    assert f"Everyone - {GIVEN}.pdf" in names


def test_a_worksheet_is_chosen_seen_and_kept(page: Page) -> None:
    page.goto("/studio?show=worksheets")
    first = page.get_by_role("img", name="Page 1 as it will be printed")
    expect(first).to_be_visible()
    before = first.get_attribute("src")
    page.get_by_label("Which sound serves the chord").check()
    page.get_by_role("button", name="Other questions").click()
    expect(first).not_to_have_attribute("src", before or "")
    choose(page, "Saved worksheets", "Before class")
    expect(page.get_by_label("Title")).to_have_value("Before class")
    with page.expect_download() as written:
        page.get_by_role("button", name="Save as PDF").click()
    assert written.value.suggested_filename == "Before class.pdf"


def test_the_bench_is_seen_as_a_player(page: Page) -> None:
    page.goto("/bench")
    page.get_by_role("button", name="Students").click()
    page.get_by_role("menuitem", name="Ilse Varga").click()
    expect(page.get_by_text("For trombone, in the bass clef.")).to_be_visible()
    expect(page.get_by_role("button", name="trombone")).to_be_visible()
    page.get_by_role("button", name="Back to the recipe").click()
    expect(page.get_by_role("button", name="concert piano")).to_be_visible()
    page.get_by_role("button", name="Students").click()
    page.get_by_role("menuitem", name="Ilse Varga").click()
    page.get_by_role("button", name="Use this as the recipe").click()
    expect(page.get_by_role("button", name=re.compile("^Undo"))).to_be_enabled()
    expect(page.get_by_role("button", name="trombone")).to_be_visible()


def test_a_pack_works_offline_and_what_was_practised_comes_back(page: Page, opened: Browser, tmp_path: Path) -> None:
    page.goto("/studio")
    page.get_by_role("button", name=GIVEN).first.click()
    page.get_by_role("button", name="How Sefa Odell’s page is adjusted").click()
    with page.expect_download() as written:
        page.get_by_role("button", name=re.compile("Practice pack")).click()
    file = tmp_path / "pack.html"
    written.value.save_as(file)
    alone = a_window(opened, "http://nowhere.invalid")
    alone.set_offline(True)
    pack = alone.new_page()
    faults: list[str] = []
    pack.on("console", lambda message: faults.append(message.text) if message.type == "error" else None)
    pack.goto(file.as_uri())
    expect(pack.get_by_role("heading", name="For Sefa Odell")).to_be_visible()
    strip = pack.get_by_role("region").first
    expect(strip.locator("svg .note").first).to_be_visible()
    pack.evaluate("document.querySelector('audio').play()")
    until(pack, "document.querySelector('audio').currentTime > 0")
    strip.get_by_text("comfortable").click()
    strip.get_by_role("button", name="Add entry").click()
    at_ease(pack)
    with pack.expect_download() as saved:
        pack.get_by_role("button", name="Save my logbook").click()
    saved.value.save_as(tmp_path / "back.json")
    alone.close()
    assert faults == []
    page.goto("/logbook")
    choose(page, "Player", "Sefa Odell")
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Import").click()
    chooser.value.set_files(tmp_path / "back.json")
    page.get_by_role("dialog").get_by_role("button", name=re.compile("Take")).click()
    choose(page, "Player", "Myself")
    page.goto("/studio")
    page.get_by_role("button", name=GIVEN).first.click()
    expect(page.get_by_role("row", name=re.compile("Sefa Odell"))).to_contain_text("5 minutes")


def test_everything_is_written_and_looked_at_before_it_is_replaced(page: Page, tmp_path: Path) -> None:
    page.goto("/studio?show=house")
    with page.expect_download() as written:
        page.get_by_role("button", name="Back up").click()
    written.value.save_as(tmp_path / "all.dodecant.zip")
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Restore a backup").click()
    chooser.value.set_files(tmp_path / "all.dodecant.zip")
    window = page.get_by_role("dialog")
    expect(window.get_by_text("It replaces everything here")).to_be_visible()
    at_ease(page)
    window.get_by_role("button", name="Replace everything").click()
    expect(window).to_have_count(0)
    page.goto("/recipes")
    expect(page.get_by_role("link", name="Slipway")).to_be_visible()


def test_a_link_opens_the_stand_on_a_phone_and_closes_when_it_is_revoked(
    shared: str, opened: Browser, tmp_path: Path
) -> None:
    desk = a_window(opened, shared)
    teacher = desk.new_page()
    teacher.goto("/studio")
    teacher.get_by_label("Passphrase").fill("not this one")
    teacher.get_by_role("button", name="Sign in").click()
    expect(teacher.get_by_text("This is not the passphrase.")).to_be_visible()
    at_ease(teacher)
    teacher.get_by_label("Passphrase").fill(SECRET)
    teacher.keyboard.press("Enter")
    teacher.get_by_role("button", name=GIVEN).first.click()
    teacher.get_by_role("button", name="Links").click()
    links = teacher.get_by_role("dialog")
    links.get_by_role("button", name="Make a link for each player").click()
    address = links.get_by_text(re.compile("/ticket#")).first.inner_text()
    at_ease(teacher)
    teacher.keyboard.press("Escape")
    phone = a_window(opened, shared, 390, 844)
    guest = phone.new_page()
    guest.goto(shared + "/ticket#guessed")
    expect(guest.get_by_role("heading", name="This link does not work")).to_be_visible()
    guest.goto("/studio")
    expect(guest.get_by_label("Passphrase")).to_be_visible()
    guest.goto(shared + address[address.index("/ticket#") :])
    expect(guest.get_by_role("heading", name="For Ilse Varga")).to_be_visible()
    assert guest.url == f"{shared}/ticket"
    at_ease(guest)
    guest.get_by_label("Ask your teacher").fill("Which octave?")
    guest.get_by_role("button", name="Ask", exact=True).click()
    expect(guest.get_by_text("No answer yet.")).to_be_visible()
    guest.get_by_role("button", name="Open the stand").click()
    guest.get_by_label("Tempo").fill("300")
    guest.get_by_role("button", name="Start").click()
    expect(guest.get_by_role("group", name="How it went")).to_be_visible()
    guest.get_by_role("group", name="How it went").get_by_role("button", name="easy").click()
    expect(guest.get_by_role("group", name="How it went")).to_have_count(0)
    guest.goto("/ticket")
    guest.get_by_role("button", name="Add entry").click()
    expect(guest.get_by_text(re.compile("(minute|second)s? so far"))).to_be_visible()
    guest.goto("/recipes")  # a link opens nothing else
    expect(guest.get_by_text("This link does not open that.").first).to_be_visible()
    teacher.reload()
    expect(teacher.get_by_text("Which octave?")).to_be_visible()
    teacher.get_by_role("button", name="Links").click()
    teacher.get_by_role("button", name="Revoke the link of Ilse Varga").click()
    expect(teacher.get_by_role("dialog").get_by_text("revoked")).to_be_visible()
    guest.goto("/ticket")
    expect(guest.get_by_role("heading", name="This link does not work")).to_be_visible()
    teacher.keyboard.press("Escape")
    teacher.get_by_role("button", name="Sign out").click()
    expect(teacher.get_by_label("Passphrase")).to_be_visible()
    phone.close()
    desk.close()
