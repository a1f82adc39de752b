"""Takes the pictures in docs/screenshots from the demo data (`make screenshots`)."""

from __future__ import annotations

import re
import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page
from tests.browser.serving import SECRET, browser_page, served, shared_demo

TARGET = Path(__file__).parent.parent / "docs" / "screenshots"


def open_recipe(page: Page, name: str) -> None:
    """Open a recipe of the demo and wait for its notation."""
    page.goto("/recipes")
    page.get_by_role("link", name=name).click()
    page.wait_for_selector("#strip-0 svg .note")
    page.wait_for_timeout(700)


def recipes(page: Page) -> None:
    """The list."""
    page.goto("/recipes")
    page.wait_for_selector("li")


def bench(page: Page) -> None:
    """A recipe laid out."""
    open_recipe(page, "Slipway 5 3 2 1")


def phrase(page: Page) -> None:
    """A phrase opened."""
    open_recipe(page, "Gangway")
    page.locator("[data-phrase=figure]").click()
    page.wait_for_timeout(1500)


def begin(page: Page) -> None:
    """Today, the search over everything, and the last recipes."""
    page.goto("/")
    page.get_by_role("link", name="Slipway").wait_for()
    page.wait_for_load_state("networkidle")  # the first bars of each
    page.wait_for_timeout(300)


def fingering(page: Page) -> None:
    """A position on a guitar, with tablature, and why a finger is what it is."""
    open_recipe(page, "Fifth mooring")
    page.get_by_role("button", name="Why this finger?").first.click()
    page.wait_for_timeout(900)


def stand(page: Page) -> None:
    """A take at the stand, by the demo player."""
    open_recipe(page, "Slipway 5 3 2 1")
    page.get_by_role("button", name="Practise this", exact=True).click()
    page.wait_for_selector("section[data-due] svg .note")
    page.get_by_role("button", name="Practice").click()
    page.get_by_role("combobox", name="Who plays").click()
    page.get_by_role("option", name="demo player").click()
    page.get_by_label("Slips it makes (demo player)").fill("4")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Play a take").click()
    page.get_by_role("region", name="The take").wait_for()
    page.mouse.move(640, 60)
    page.wait_for_timeout(700)


def phone(page: Page) -> None:
    """On a phone: the sentence, the strips, Play at hand."""
    page.set_viewport_size({"width": 390, "height": 844})
    open_recipe(page, "Night harp")


def lesson(page: Page) -> None:
    """A lesson: what was done, three things to give next, notes."""
    page.goto("/studio?show=players")
    page.get_by_role("button", name="Lesson with Nela Brodt").click()
    page.wait_for_selector("[role=group] svg .note")
    page.wait_for_timeout(1200)


def playing(page: Page) -> None:
    """A note that sounds."""
    open_recipe(page, "Blue buoy")
    page.get_by_role("checkbox", name="Count-in").uncheck()
    page.get_by_role("button", name="Play", exact=True).click()
    page.wait_for_selector(".sounding")
    page.wait_for_timeout(1900)


def sounds(page: Page) -> None:
    """A sound laid open."""
    page.goto("/sounds/lydian-dominant?tonic=A♭")
    page.wait_for_selector("article svg .note")
    page.wait_for_timeout(500)


def open_changes(page: Page, name: str) -> None:
    """Open changes of the demo."""
    page.goto("/changes")
    page.get_by_role("link", name=name).click()
    page.wait_for_selector("#chord-3")


def changes(page: Page) -> None:
    """Changes with one chord's sounds."""
    open_changes(page, "Gangway Waltz")
    page.locator("#chord-1").click()
    page.wait_for_timeout(400)


def over_changes(page: Page) -> None:
    """A recipe over changes."""
    open_recipe(page, "Ticket Hall Blues")


def plan(page: Page) -> None:
    """The weeks, seven days side by side."""
    page.goto("/plan?show=weeks")
    page.get_by_role("heading", name="Week of").first.wait_for()
    page.wait_for_timeout(500)


def logbook(page: Page) -> None:
    """The dial of a sound filling as its keys come up to tempo."""
    page.goto("/logbook")
    page.get_by_role("group", name="How far each key has come").wait_for()
    page.wait_for_timeout(1200)


def rules(page: Page) -> None:
    """What is played where: one of the rules of a blues."""
    open_recipe(page, "Three ropes")
    page.locator("[data-phrase=rules]").first.click()
    page.wait_for_timeout(500)


def etude(page: Page) -> None:
    """An etude of vocabulary, and what else fits a bar."""
    open_recipe(page, "Month's end")
    page.locator("[data-phrase=etude]").click()
    page.get_by_role("button", name=re.compile("^Others for bar")).nth(1).click()
    page.wait_for_timeout(3000)


def studio(page: Page) -> None:
    """An assignment, and what came back from everyone."""
    page.goto("/studio")
    page.get_by_role("button", name="5 3 2 1 on every IV").first.click()
    page.get_by_role("button", name="Handouts").wait_for()
    page.wait_for_timeout(700)


def handout(page: Page) -> None:
    """What is on a page, beside the pages as they will be printed."""
    studio(page)
    page.get_by_role("button", name="Handouts").click()
    page.get_by_role("combobox", name="For").click()
    page.get_by_role("option", name="Jory Pell").click()
    page.get_by_role("dialog").first.locator("[data-phrase=parts]").click()
    page.get_by_label("a grid of keys to tick").check()
    page.get_by_label("how the sound is made").check()
    page.keyboard.press("Escape")
    page.wait_for_timeout(4000)


def ticket(address: str) -> None:
    """What a student's own link opens on a phone; its address is asked for as the teacher does."""
    with browser_page(address) as page:
        page.goto("/studio")
        page.get_by_label("Passphrase").fill(SECRET)
        page.get_by_role("button", name="Sign in").click()
        page.get_by_role("tab", name="Players").click()
        page.get_by_role("button", name="The link of Nela Brodt").click()
        page.get_by_role("button", name="Make a link").click()
        found = page.get_by_text(re.compile("/ticket#")).inner_text()
    with browser_page(address) as page:
        page.set_viewport_size({"width": 390, "height": 844})
        page.goto(found[found.index("/ticket#") :])
        page.get_by_role("region", name="Today").wait_for()
        page.wait_for_timeout(700)
        page.screenshot(path=TARGET / "ticket.png")


SCENES: list[tuple[str, Callable[[Page], None], bool]] = [
    ("recipes", recipes, False),
    ("sounds", sounds, False),
    ("changes", changes, False),
    ("over-changes", over_changes, False),
    ("bench", bench, False),
    ("phrase", phrase, False),
    ("begin", begin, False),
    ("fingering", fingering, False),
    ("stand", stand, False),
    ("phone", phone, False),
    ("plan", plan, False),
    ("logbook", logbook, False),
    ("studio", studio, False),
    ("handout", handout, False),
    ("lesson", lesson, False),
    ("rules", rules, False),
    ("etude", etude, False),
    ("playing-dark", playing, True),
]


def main() -> None:
    """Take every picture."""
    TARGET.mkdir(exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, served(Path(folder) / "demo.db") as address:
        for name, scene, dark in SCENES:
            with browser_page(address, dark=dark) as page:
                scene(page)
                page.screenshot(path=TARGET / f"{name}.png")
    with tempfile.TemporaryDirectory() as folder, shared_demo(Path(folder) / "demo.db") as address:
        ticket(address)


if __name__ == "__main__":
    main()
