"""What somebody wants who has read nothing: by visible words alone, at three sizes of window, in few presses."""

from __future__ import annotations

import re
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.everyone import SIZES, sized

pytestmark = pytest.mark.browser

OVER = "[role=dialog], [role=menu], [role=listbox]"  # what stands over the page is read first
PRESSED = ("button", "link", "tab", "menuitem", "option", "switch", "checkbox", "radio")


@dataclass
class Newcomer:
    """A hand that knows the words on screen and nothing else, and counts its presses."""

    page: Page
    presses: int = 0

    def press(self, words: str) -> None:
        """Press what is called so: in what stands over the page, else on the page."""
        self.presses += 1
        target = self._called(words)
        expect(target).to_be_visible()
        target.click()

    def go(self, place: str) -> None:
        """To a place by its name, behind the menu where there is no room for it."""
        link = self.page.get_by_role("navigation", name="Places").get_by_role("link", name=place, exact=True)
        if not link.is_visible():
            self.press("Places")
        self.press(place)

    def write(self, label: str, text: str) -> None:
        """Write into a field by its label; Enter says that it is said."""
        field = self.page.get_by_role("textbox", name=label, exact=True).locator("visible=true").last
        field.fill(text)
        field.press("Enter")

    def choose(self, label: str, option: str) -> None:
        """Two presses: the list, and what is wanted in it."""
        self.presses += 2
        self.page.get_by_role("combobox", name=label, exact=True).locator("visible=true").last.click()
        self.page.get_by_role("option", name=option).locator("visible=true").first.click()

    def leave(self) -> None:
        """Away from what stands over the page."""
        self.page.keyboard.press("Escape")

    def _called(self, words: str) -> Locator:
        name = re.compile(rf"^{re.escape(words)}\b")
        found = self.page.get_by_text(name)
        for role in PRESSED:
            found = found.or_(self.page.get_by_role(role, name=name))  # type: ignore[arg-type]
        visible = found.locator("visible=true")
        over = self.page.locator(OVER).locator("visible=true").last.locator(visible)
        expect(visible.first).to_be_visible()
        return over.first if over.count() else visible.first


@contextmanager
def newcomer(page: Page, size: str, most: int) -> Iterator[Newcomer]:
    """From the first page on, in a window of a size, in so many presses at most."""
    sized(page, size)
    hand = Newcomer(page)
    page.goto("/")
    page.evaluate("localStorage.clear()")
    expect(page.get_by_role("heading", level=1)).to_have_text("What do you want to practise?")
    yield hand
    assert hand.presses <= most, f"{hand.presses} presses on a {size}"


def test_a_cell_through_twelve_keys_on_paper(page: Page) -> None:
    for size in list(SIZES)[:3]:
        with newcomer(page, size, 10) as hand:
            hand.go("Bench")
            page.wait_for_selector("#strip-0 svg .note")
            hand.press("a straight run")
            hand.press("Cell")
            hand.write("Numbers of the cell", "1 2 3 5")
            hand.leave()
            expect(page.get_by_role("button", name="1 2 3 5: change what is played")).to_be_visible()
            hand.press("More" if size == "phone" else "Print and export")
            with page.expect_download() as sheet:
                hand.press("Handout to print")
        assert sheet.value.suggested_filename.endswith(".pdf")


def test_two_weeks_are_planned(page: Page) -> None:
    for size in list(SIZES)[:3]:
        with newcomer(page, size, 10) as hand:
            hand.go("Plan")
            hand.press("Goals and rules")
            hand.press("Add a goal")
            hand.choose("Recipe", "Slipway")
            hand.leave()
            hand.press("Save")
            hand.press("Weeks")
            expect(page.get_by_role("heading", name=re.compile("^Week of")).nth(1)).to_be_visible()
            hand.press("Goals and rules")
            page.get_by_role("button", name="Remove goal").last.click()  # as it was, for the next
            page.get_by_role("button", name="Save", exact=True).click()
            expect(page.get_by_role("button", name="Save", exact=True)).to_be_disabled()


def test_two_students_get_an_assignment_their_pages_and_a_link(page: Page) -> None:
    for size in list(SIZES)[:3]:
        with newcomer(page, size, 15) as hand:
            hand.go("Studio")
            hand.press("Give an assignment")
            hand.choose("Recipe", "Slipway")
            hand.leave()
            hand.press("nobody yet")
            hand.press("Runa Keth")
            hand.press("Teo Marr")
            hand.leave()
            hand.press("Assign")
            hand.press("Handouts")
            with page.expect_download() as every:
                hand.press("One PDF per student")
            hand.leave()
            hand.press("Links")
        assert every.value.suggested_filename.endswith(".zip")


@pytest.mark.parametrize("size", ["desk", "phone"])
def test_a_line_of_the_logbook_is_written(page: Page, size: str) -> None:
    with newcomer(page, size, 10) as hand:
        hand.go("Logbook")
        hand.press("something")
        hand.write("What", f"Slow slurs on a {size}")
        hand.press("10 minutes")
        hand.write("Minutes", "15")
        hand.press("how it went")
        hand.press("comfortable")
        hand.leave()
        hand.press("Add entry")
        hand.press("Entries")
        expect(page.get_by_role("row").filter(has_text=f"Slow slurs on a {size}")).to_contain_text("15 min")
