"""Once round: given, practised on a phone, mended, planned for tomorrow, and looked at in the next lesson."""

from __future__ import annotations

import re
from datetime import UTC, datetime, timedelta
from functools import partial

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.everyone import at_ease, for_everyone
from tests.browser.hands import choose, phrase
from tests.browser.serving import SECRET, a_window

pytestmark = pytest.mark.browser

NOW = partial(datetime.now, UTC)  # noqa: TID251 - links expire by the clock of the server
GOAL = {"title": "Lydian everywhere", "sound": "Lydian", "keys": ["D", "G"], "tempo": 96, "minutes": 10}


def test_from_the_wish_to_the_next_lesson(shared: str, opened: Browser) -> None:
    desk, phone = a_window(opened, shared), a_window(opened, shared, 390, 844)
    teacher, student = desk.new_page(), phone.new_page()
    teacher.goto("/studio?show=players")
    teacher.get_by_label("Passphrase").fill(SECRET)
    teacher.keyboard.press("Enter")
    expect(teacher.get_by_role("button", name="Lesson with Sefa Odell")).to_be_visible()
    sefa = next(
        one["id"] for one in teacher.request.get("/api/players").json() if one["profile"]["name"] == "Sefa Odell"
    )
    _give(teacher)
    _student_practises(student, shared + _link(teacher))
    _tomorrow(teacher, sefa)
    _lesson(teacher)
    phone.close()
    desk.close()


def _give(teacher: Page) -> None:
    """Over a drone, the page hidden, C and F by the next lesson."""
    teacher.get_by_role("tab", name="Assignments").click()
    teacher.get_by_role("button", name="Give an assignment").click()
    choose(teacher, "Recipe", "Slipway")
    teacher.keyboard.press("Escape")
    form = teacher.get_by_role("dialog", name="Give an assignment")
    _say(teacher, "title")
    teacher.get_by_role("textbox", name="Title").fill("Over the drone")
    teacher.keyboard.press("Enter")
    _say(teacher, "practice")
    teacher.get_by_text("like this", exact=True).click()
    _say(teacher, "backing")
    choose(teacher, "Harmony", "a drone")
    choose(teacher, "Count-in", "the last two beats")
    _say(teacher, "curtain")
    choose(teacher, "The stand shows", "nothing")
    _say(teacher, "lessons")
    teacher.get_by_role("button", name="Keys by lesson", exact=True).click()
    teacher.get_by_role("group", name="Keys by lesson 1").get_by_text("F", exact=True).click()
    teacher.keyboard.press("Escape")
    teacher.keyboard.press("Escape")  # what was typed stays
    expect(form).to_have_count(0)
    teacher.get_by_role("button", name="Give an assignment").click()
    expect(form.get_by_label("The assignment as a sentence")).to_contain_text("as “Over the drone” to nobody yet")
    _say(teacher, "players")
    teacher.get_by_text("Sefa Odell", exact=True).last.click()
    teacher.keyboard.press("Escape")
    form.get_by_role("button", name="Assign").click()
    expect(teacher.get_by_text("Over a drone on 1 with its fifth.")).to_be_visible()
    expect(teacher.get_by_text(re.compile("^By .*: C and F.$"))).to_be_visible()


def _say(teacher: Page, name: str) -> None:
    """Open a phrase of the assignment; one that was open closes."""
    teacher.keyboard.press("Escape") if teacher.get_by_role("dialog").count() > 1 else None
    phrase(teacher, name, teacher.get_by_role("dialog", name="Give an assignment"))


def _link(teacher: Page) -> str:
    """One press, and the address is there."""
    teacher.get_by_role("tab", name="Players").click()
    teacher.get_by_role("button", name="The link of Sefa Odell").click()
    teacher.get_by_role("button", name="Make a link").click()
    address = teacher.get_by_text(re.compile("/ticket#")).inner_text()
    at_ease(teacher)
    teacher.keyboard.press("Escape")
    return address[address.index("/ticket#") :]


def _student_practises(student: Page, address: str) -> None:
    """Three takes, struck at random on the computer's keys; what slipped becomes an exercise."""
    student.goto(address)
    given = student.get_by_role("region", name="Over the drone")
    expect(given.get_by_text("The page is hidden.")).to_be_visible()
    for_everyone(student, "phone")
    student.set_viewport_size({"width": 390, "height": 844})
    given.get_by_role("button", name="Open the stand").click()
    expect(student.get_by_text("Over the drone", exact=True)).to_be_visible()
    assert student.locator("section[data-due] svg .note").count() == 0  # nothing is shown
    student.get_by_role("button", name="Practice").click()
    choose(student, "Who plays", "the computer's keys")
    student.keyboard.press("Escape")
    student.get_by_label("Tempo").fill("300")
    for _ in range(3):
        student.get_by_role("button", name="Play a take").click()
        expect(student.get_by_role("button", name="Stop", exact=True)).to_be_visible()
        while student.get_by_role("button", name="Stop", exact=True).is_visible():
            student.keyboard.press("b")
            student.wait_for_timeout(120)
        expect(student.get_by_role("region", name="The take")).to_contain_text("Not clean yet")
    student.get_by_role("group", name="How it went").get_by_role("button", name="hard").click()
    student.get_by_role("button", name=re.compile("^Mend ")).first.click()
    expect(student.locator("section[data-due] h2")).to_contain_text("Lydian")
    expect(student.locator("section[data-due] svg .note").first).to_be_visible()
    student.goto("/ticket")
    expect(student.get_by_role("region", name="What you did")).to_contain_text("Over the drone in D at 300")


def _tomorrow(teacher: Page, sefa: int) -> None:
    """A goal in that sound: what slips is mended a little each day, from tomorrow on."""
    today = f"{NOW():%Y-%m-%d}"
    plan = {"document": {"start": today, "minutes": [30] * 7, "goals": [GOAL]}, "revision": 0}
    assert teacher.request.put(f"/api/players/{sefa}/plan?today={today}", data=plan).ok
    teacher.clock.set_fixed_time(NOW() + timedelta(days=1))
    teacher.goto("/plan")
    choose(teacher, "Player", "Sefa Odell")
    item = teacher.get_by_text(re.compile("^Mend .* of Lydian: D,")).first
    expect(item).to_be_visible()
    expect(teacher.get_by_text("Assigned: Over the drone")).to_be_visible()
    item.locator("xpath=../..").get_by_role("button", name="Practise").click()
    expect(teacher.locator("section[data-due] svg .note").first).to_be_visible()


def _lesson(teacher: Page) -> None:
    """What was done, what slips, three things to give; one is given, and notes are kept."""
    teacher.goto("/studio?show=players")
    teacher.get_by_role("button", name="Lesson with Sefa Odell").click()
    expect(teacher.get_by_role("list", name="Keys by tempo")).to_contain_text("D Lydian: played, not comfortable yet")
    expect(teacher.get_by_role("list", name="What slips")).to_contain_text("of Lydian")
    teacher.get_by_label("What to remember").fill("The horn, not the page.")
    mend = teacher.get_by_role("group", name=re.compile("^Mend .* of Lydian"))
    expect(mend.locator("svg .note").first).to_be_visible()
    for_everyone(teacher, "desk", "phone")
    mend.get_by_role("button", name="Assign").click()
    expect(mend.get_by_role("button", name="Assigned")).to_be_disabled()
    teacher.get_by_role("button", name="Save", exact=True).click()
    expect(teacher.get_by_text("Not saved yet")).to_have_count(0)
    teacher.reload()
    expect(teacher.get_by_label("What to remember")).to_have_value("The horn, not the page.")
