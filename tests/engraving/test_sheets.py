"""Handouts read back from the PDF: all is there, inside the margins, with its fonts, and no page nearly empty."""

from __future__ import annotations

import io
from datetime import date
from typing import Any

import pypdf
import pytest

from dodecant.engraving.pages.handout import handout_pdf, set_sheet, together
from dodecant.engraving.pages.typeset import last_place
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.tables import Tables
from dodecant.formats.words import read_words
from dodecant.practice.studio.assignment import Assignment, AssignmentLink
from dodecant.practice.studio.handout import HandoutLayout, Sheet, grid_tempos, orders
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.practice.studio.sheets import Recipient, sheets_of

POINT = 72 / 25.4
LEFT, TOP, BOTTOM = 15 * POINT, 10 * POINT, 5 * POINT  # the margins, less what stands in them (numbers of pages)
WORDS = "Slowly, **every key**.\n\n1. breathe\n2. play <b>it</b>\n\n- no tongue"
GIVEN = Assignment(
    title="Slipway", recipe=read_recipe({"title": "Slipway", "figure": {"kind": "cell", "text": "5 3 2 1"}}),
    words=WORDS, listening="the horn at low water", due=date(2026, 12, 8),
    links=(AssignmentLink(name="Breath", address="https://ferry.example/breath"),),
)  # fmt: skip
EVERYTHING = HandoutLayout(
    strips="first", both_clefs=True, maps="numbers", derivation=True, grid=True, orders=True, blank=3, cautions=True
)


def pages(data: bytes) -> list[pypdf.PageObject]:
    return list(pypdf.PdfReader(io.BytesIO(data)).pages)


def read(page: pypdf.PageObject) -> tuple[str, list[tuple[float, float, str]]]:
    """The text of a page, and where each piece of it stands: points from the left and from the bottom."""
    found: list[tuple[float, float, str]] = []

    def see(text: str, matrix: list[float], at: list[float], *_: Any) -> None:
        if text.strip():
            found.append((at[4] * matrix[0] + matrix[4], at[5] * matrix[3] + matrix[5], text))

    text = page.extract_text(visitor_text=see)
    return " ".join(text.split()), found


@pytest.mark.parametrize("paper", ["a4", "us-letter"])
@pytest.mark.parametrize("large", [False, True])
def test_all_that_was_chosen_is_on_the_page(paper: str, large: bool, tables: Tables) -> None:
    layout = EVERYTHING.model_copy(update={"paper": paper, "large": large})
    profile = PlayerProfile(name="Ilse Varga", instrument="trombone")
    seat = Recipient(profile, address="http://10.0.0.4:8012/ticket#abc")
    (sheet,) = sheets_of(GIVEN, seat, layout, tables, lambda recipe: press(recipe, tables))
    data = set_sheet(sheet, layout).pdf
    assert data == set_sheet(sheet, layout).pdf
    made = pages(data)
    whole = [read(page) for page in made]
    text = " ".join(words for words, _ in whole)
    for words in (
        "Slipway", "Ilse Varga", "For Tuesday 8 December", "every key", "breathe", "2. play <b>it</b>", "no tongue",
        "the horn at low water", "https://ferry.example/breath", "opens the stand", "C Ionian", "1 2 3 4 5 6 7",
        "Seven letters from C", "at 72", "at 96", "5 3 2 1", "1 2 3 5", "Warm up first", "Pain that stays",
    ):  # fmt: skip
        assert words in text, words
    wide, high = (float(number) for number in made[0].mediabox[2:])
    assert (round(wide), round(high)) == ((595, 842) if paper == "a4" else (612, 792))
    for _, spots in whole:
        for x, y, words in spots:
            assert LEFT - 1 <= x <= wide - LEFT, words
            assert BOTTOM <= y <= high - TOP, words


def test_fonts_are_embedded(tables: Tables) -> None:
    for page in pages(handout_pdf(press(read_recipe({}), tables))):
        fonts: Any = page["/Resources"].get_object()["/Font"]  # type: ignore[index]
        assert fonts
        for font in fonts.values():
            (descendant,) = font.get_object()["/DescendantFonts"]
            descriptor = descendant.get_object()["/FontDescriptor"].get_object()
            assert {"/FontFile2", "/FontFile3"} & set(descriptor), descriptor


@pytest.mark.parametrize(
    "document", [{}, {"placement": {"value": "quarter"}}, {"figure": {"kind": "cell", "text": "1 2 3 1"}}]
)
@pytest.mark.parametrize("reading", ["notes", "numbers", "contour", "ear"])
def test_headings_stay_with_their_strips_and_every_strip_is_there(
    document: dict[str, Any], reading: Any, tables: Tables
) -> None:
    exercise = press(read_recipe(document), tables)
    made = pages(set_sheet(Sheet(exercise, reading=reading), HandoutLayout()).pdf)
    headings = [f"{number} {strip.heading}" for number, strip in enumerate(exercise.strips, start=1)]
    whole = [read(page) for page in made]
    for heading in headings:
        assert sum(heading in text for text, _ in whole) == 1, heading
    for _, spots in whole:
        heads = [y for _, y, words in spots if any(words.strip() in one for one in headings) and len(words) > 5]
        below = [y for _, y, words in spots if y > 20 * POINT]
        assert reading == "ear" or not heads or min(heads) > min(below) - 1 or reading == "contour"
    if len(made) > 1:
        lowest = min(y for _, y, _ in whole[-1][1] if y > 21 * POINT)
        assert lowest < float(made[-1].mediabox[3]) * 0.8, "the last page is nearly empty"


@pytest.mark.parametrize("value", ["quarter", "eighth", "sixteenth"])
@pytest.mark.parametrize("many", range(5, 13))
def test_no_last_page_is_nearly_empty(value: str, many: int, tables: Tables) -> None:
    picked = ["C", "F", "B♭", "E♭", "A♭", "D♭", "G♭", "B", "E", "A", "D", "G"][:many]
    recipe = {
        "placement": {"value": value},
        "keys": {"order": "picked", "picked": picked},
        "figure": {"kind": "intervals"},
    }
    made = set_sheet(Sheet(press(read_recipe(recipe), tables)), HandoutLayout())
    page, down = last_place("handout", made.data, made.pictures)
    assert page == 1 or down >= 0.25
    assert len(pages(made.pdf)) == page


def test_short_strips_share_a_line(tables: Tables) -> None:
    short = press(read_recipe({"path": {"span": "once"}, "figure": {"kind": "cell", "text": "1 2 3 1"}}), tables)
    for columns, most in ((0, 1), (1, 2), (4, 1)):
        made = pages(set_sheet(Sheet(short), HandoutLayout(columns=columns)).pdf)
        assert len(made) <= most
        assert (max(x for x, _, words in read(made[0])[1] if "Ionian" in words) > 250) == (columns != 1)


def test_a_class_set_begins_each_sheet_on_a_page_of_its_own(tables: Tables) -> None:
    names = ("Ilse Varga", "Teo Marr", "Nela Brodt")
    layout = HandoutLayout(strips="first")
    sheets = [set_sheet(Sheet(press(read_recipe({}), tables), player=name), layout) for name in names]
    made = pages(together(sheets).pdf)
    assert len(made) == 3
    for page, name in zip(made, names, strict=True):
        text, _ = read(page)
        assert [one for one in names if one in text] == [name]
        assert "1 / 1" in text


def test_words_are_read_and_never_executed() -> None:
    read = [(block.kind, block.number, [tuple(run) for run in block.runs]) for block in read_words(WORDS)]
    assert read == [
        ("paragraph", 0, [("Slowly, ", False, False), ("every key", True, False), (".", False, False)]),
        ("step", 1, [("breathe", False, False)]), ("step", 2, [("play <b>it</b>", False, False)]),
        ("item", 0, [("no tongue", False, False)]),
    ]  # fmt: skip
    assert (
        read_words("![x](y) [a](javascript:b) #let x = 1 *so*")[0].runs[0].text
        == "![x](y) [a](javascript:b) #let x = 1 "
    )
    assert read_words("") == ()


def test_orders_and_tempos() -> None:
    four = read_recipe({"figure": {"kind": "cell", "text": "5 3 2 1"}})
    assert len(orders(four)) == 24
    assert len(orders(read_recipe({"figure": {"kind": "cell", "text": "1 1 2"}}))) == 3
    assert orders(read_recipe({"figure": {"kind": "cell", "text": "1 2 3 4 5 6"}})) == orders(Recipe()) == ()
    assert grid_tempos(Recipe(tempo=30), HandoutLayout()) == (20, 20, 30)
    assert grid_tempos(Recipe(), HandoutLayout(tempos=(60, 70))) == (60, 70)
