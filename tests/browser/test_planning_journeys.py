"""Plan, routine and logbook as a player uses them: today, goals that fit or not, a routine at the stand, entries."""

from __future__ import annotations

import re
from collections.abc import Callable
from contextlib import suppress
from itertools import cycle
from pathlib import Path

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.everyone import at_ease, for_everyone
from tests.browser.hands import choose, phrase
from tests.browser.test_stand_journeys import listen_to, put_on_stand

pytestmark = pytest.mark.browser


def _until_told(told: Locator, text: str, does: Callable[[], None]) -> None:
    """Do something again until it is told: the page measures its places before anything moves."""
    for _ in range(20):
        does()
        with suppress(AssertionError):
            expect(told.filter(has_text=text)).to_be_attached(timeout=1500)
            return
    raise AssertionError(f"never told: {text}")


def _carry_by_keys(page: Page, told: Locator, name: str, to: int) -> None:
    """Carry a step to a place with the arrow keys: one that comes too early does nothing, or is told late."""
    for _ in range(20):
        found = re.search(rf"{name}: (\d) of", " ".join(told.all_text_contents()))
        place = int(found[1]) if found else 0
        if place == to:
            return
        page.keyboard.press("ArrowDown" if place < to else "ArrowUp")
        page.wait_for_timeout(1500)
    raise AssertionError(f"{name} never comes to {to}")


def test_a_goal_that_does_not_fit_is_told_in_numbers_and_mended(page: Page) -> None:
    page.goto("/plan")
    page.get_by_role("tab", name="Goals and rules").click()
    page.get_by_role("button", name="Add a goal").click()
    page.get_by_label("Goal", exact=True).fill("Cells by Friday")
    page.keyboard.press("Enter")
    goal = page.get_by_role("group", name="Cells by Friday", exact=True)
    phrase(page, "minutes", goal)
    page.get_by_label("Minutes a key").fill("60")
    expect(goal.get_by_text("“Cells by Friday” takes 60 minutes a key; your longest day has 30.")).to_be_visible()
    page.get_by_label("Minutes a key").fill("2")
    page.keyboard.press("Enter")
    expect(goal.get_by_role("paragraph").first).to_contain_text("Bring Cells by Friday to 96 in all twelve keys")
    expect(goal.get_by_text(re.compile("your longest day"))).to_have_count(0)
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_role("button", name="Save")).to_be_disabled()
    page.get_by_role("tab", name="Weeks").click()
    days = page.get_by_role("button", name=re.compile("C new.*min of"))
    days.first.click()
    day = page.get_by_role("dialog")
    expect(day.get_by_text("Cells by Friday in C", exact=True).first).to_be_visible()
    choose(page, "Add", "Cells by Friday in E♭")
    day.get_by_role("button", name="Save").click()
    by_hand = page.get_by_role("button", name=re.compile("set by hand.*E♭"))
    expect(by_hand).to_have_count(1)
    before = " ".join(by_hand.locator("span").first.inner_text().split()).partition(":")[0]
    by_hand.press("Alt+ArrowRight")  # changes places with the next day
    expect(page.get_by_text("Two days have changed places")).to_be_visible()
    expect(page.get_by_role("button", name=re.compile(f"{before}: .*E♭"))).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name=re.compile(f"{before}:.*set by hand.*E♭"))).to_have_count(1)


def test_today_is_on_the_first_page_and_goes_to_the_stand(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name="Open the plan").click()
    expect(page.get_by_role("tab", name="Today")).to_have_attribute("aria-selected", "true")
    page.get_by_role("tab", name="Weeks").click()
    expect(page.get_by_role("heading", name=re.compile("Week of")).first).to_be_visible()


def test_a_routine_is_run_step_by_step(page: Page) -> None:
    page.goto("/plan?show=routines")
    page.get_by_role("button", name="New routine").click()
    page.get_by_role("menuitem", name=re.compile("From reading to memory")).click()
    window = page.get_by_role("dialog", name="From reading to memory")
    for key in ("G♭", "C"):  # one instead of the other
        window.get_by_text(key, exact=True).click()
    window.get_by_role("button", name="Make the routine").click()
    expect(page.get_by_text("1 strip of").first).to_be_visible()
    expect(page.get_by_role("status").filter(has_text="of 20 minutes")).to_be_visible()
    page.get_by_label("Minutes a day").fill("1")
    expect(page.get_by_role("status").filter(has_text="too long for the day")).to_be_visible()
    less = page.get_by_role("group", name="What to leave out").get_by_role("button", name="Try it").first
    less.click()
    expect(page.get_by_text("Something is left out of it.").first).to_be_visible()
    page.get_by_role("button", name="Put it back").first.click()
    page.get_by_role("button", name="The page later").click()
    steps = page.locator("[data-phrase=title]")
    expect(steps.nth(1)).to_have_text("The page")  # moved at once, with its sentence
    before = [steps.nth(n).inner_text() for n in range(2)]
    told = page.get_by_role("status")
    page.get_by_role("button", name=f"Drag {before[0]}", exact=True).hover()
    page.mouse.down()
    down = cycle((8, 12))  # a hand that stays where it is moves nothing

    def over_the_next() -> None:
        below = page.get_by_role("button", name=f"Drag {before[1]}", exact=True).bounding_box()
        assert below
        page.mouse.move(below["x"] + 8, below["y"] + next(down), steps=8)

    _until_told(told, f"{before[0]}: 2 of 4.", over_the_next)
    page.mouse.up()
    expect(steps.nth(0)).to_have_text(before[1])
    page.get_by_role("button", name=f"Drag {before[1]}", exact=True).focus()
    page.keyboard.press("Space")
    expect(told.filter(has_text=f"{before[1]}: 1 of 4.")).to_be_attached()
    _carry_by_keys(page, told, before[1], 2)
    page.keyboard.press("Space")
    expect(steps.nth(0)).to_have_text(before[0])
    page.get_by_role("button", name="Start").click()
    page.wait_for_url("**/stand")
    expect(page.get_by_text(re.compile("step 1 of 4: Numbers only"))).to_be_visible()
    expect(page.get_by_role("list", name="Numbers, bar by bar").first).to_be_visible()  # the curtain of the step
    expect(page.get_by_text("2 clean takes open the next one.")).to_be_visible()
    listen_to(page, "demo player")
    page.get_by_label("Slips it makes (demo player)").fill("0")
    page.keyboard.press("Escape")
    for left in ("1 clean take opens the next one.", ""):
        page.get_by_role("button", name="Play a take").click()
        expect(page.get_by_role("region", name="The take")).to_be_visible()
        if left:
            expect(page.get_by_text(left)).to_be_visible()
    expect(page.get_by_role("group", name="How it went")).to_have_count(0)  # nobody played: nothing is written
    page.get_by_role("button", name="Next step").click()
    expect(page.get_by_text(re.compile("step 2 of 4: The page"))).to_be_visible()


def test_an_entry_by_hand_corrected_and_deleted_with_undo(page: Page) -> None:
    page.goto("/logbook")
    form = page.get_by_role("form", name="Add entry")
    phrase(page, "what", form)
    page.get_by_label("What", exact=True).fill("Long tones")
    page.keyboard.press("Enter")
    phrase(page, "minutes", form)
    page.get_by_role("textbox", name="Minutes").fill("12")
    page.keyboard.press("Enter")
    phrase(page, "word", form)
    page.get_by_text("easy").click()
    page.keyboard.press("Escape")
    expect(form.get_by_role("paragraph").first).to_contain_text("I practised Long tones for 12 minutes; it was easy.")
    form.get_by_role("button", name="Add entry").click()
    page.get_by_role("tab", name="Entries").click()
    row = page.get_by_role("row").filter(has_text="Long tones")
    expect(row).to_contain_text("12 min")
    row.get_by_role("button", name=re.compile("Correct Long tones")).click()
    window = page.get_by_role("dialog", name="Correct “Long tones”")
    phrase(page, "minutes", window)
    page.get_by_role("textbox", name="Minutes").fill("15")
    page.keyboard.press("Enter")
    window.get_by_role("button", name="Save").click()
    expect(row).to_contain_text("15 min")
    row.get_by_role("button", name=re.compile("Correct Long tones")).click()
    expect(page.get_by_text("Before: Long tones, 12 min, easy")).to_be_visible()
    page.keyboard.press("Escape")
    row.get_by_role("button", name=re.compile("Delete Long tones")).click()
    expect(row).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(row).to_contain_text("15 min")


def test_the_dial_the_matrix_and_a_file(page: Page, tmp_path: Path) -> None:
    page.goto("/logbook")
    dial = page.get_by_role("group", name=re.compile("How far each key has come"))
    expect(dial).to_be_visible()
    page.get_by_role("tab", name="Overview").click()
    hole = page.get_by_role("button", name=re.compile("not done yet. Practise it")).first
    hole.click()
    page.wait_for_url("**/stand")
    page.goto("/logbook")
    found = tmp_path / "old.csv"
    found.write_text("day;what;minutes\n2026-11-02;From a notebook;7,5\nyesterday;x;1\n", "utf-8")
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Import").click()
    chooser.value.set_files(found)
    seen = page.get_by_role("dialog")
    expect(seen).to_contain_text("1 entry; none of them there already. 1 row cannot be taken:")
    expect(seen).to_contain_text("Line 3: “yesterday” is no day.")
    seen.get_by_role("button", name="Take 1 entry").click()
    page.get_by_role("tab", name="Entries").click()
    expect(page.get_by_text("From a notebook")).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("button", name="Export").click()
        page.get_by_role("menuitem", name="All entries (CSV)").click()
    assert "From a notebook" in Path(download.value.path()).read_text("utf-8-sig")


def test_playing_along_is_written_down(page: Page) -> None:
    put_on_stand(page)
    page.get_by_label("Tempo").fill("120")
    page.get_by_role("button", name="Start").click()
    expect(page.get_by_role("group", name="How it went")).to_be_visible()
    page.get_by_role("group", name="How it went").get_by_role("button", name="hard").click()
    page.goto("/logbook")
    page.get_by_role("tab", name="Entries").click()
    expect(page.get_by_text("B♭ Lydian, at 120, hard").first).to_be_visible()


def test_what_slips_becomes_an_exercise_slow_at_first(page: Page) -> None:
    page.goto("/logbook")
    page.get_by_role("tab", name="Weeks and slips").click()
    page.get_by_role("button", name=re.compile("^Mend ♭7 of Mixolydian in ")).first.click()
    page.wait_for_url("**/stand")
    expect(page.locator("section[data-due] h2")).to_contain_text("Mixolydian")
    expect(page.get_by_text(re.compile("Take 5 6 ♭7 1\\+ 2\\+ 1\\+ ♭7 6 through"))).to_be_visible()
    expect(page.locator("section[data-due] svg .note")).to_have_count(8)
    slow = int(page.get_by_label("Tempo").input_value())
    page.get_by_role("button", name="Practice").click()
    expect(page.get_by_text(re.compile(f"From {slow} to [0-9]+; up by"))).to_be_visible()


def test_plan_and_logbook_are_for_everyone(page: Page) -> None:
    for place, tabs in {
        "/plan": ("Today", "Weeks", "Goals and rules", "Routines"),
        "/logbook": ("By scale", "Overview", "Weeks and slips", "Entries"),
    }.items():
        page.goto(place)
        for tab in tabs:
            page.get_by_role("tab", name=tab).click()
            expect(page.get_by_role("tab", name=tab)).to_have_attribute("aria-selected", "true")
            for_everyone(page, "desk", "phone")
    page.goto("/plan?show=goals")
    phrase(page, "days_off")
    page.get_by_role("button", name="Days off: none").click()
    at_ease(page)  # the calendar
    page.goto("/plan?show=routines")
    page.get_by_role("button", name="Open").first.click()
    expect(page.get_by_role("status").filter(has_text="minutes")).to_be_visible()
    for_everyone(page, "desk", "phone")
