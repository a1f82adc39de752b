"""Lines of a strip and strips of a page."""

from __future__ import annotations

import re
from typing import Any

import pytest
from lxml import etree

from dodecant.engraving.pages.handout import handout_pdf
from dodecant.engraving.strip_svg import PRINT_WIDTH, SCREEN_WIDTH, strip_svg
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.tables import Tables


def worked(tables: Tables, **document: Any) -> Exercise:
    return press(read_recipe({"keys": {"order": "picked", "picked": ["C"]}, **document}), tables)


def lines(exercise: Exercise, width: int) -> list[int]:
    """How many bars each line of the first strip has."""
    picture = strip_svg(exercise, exercise.strips[0], width)
    return [len(re.findall(r'class="measure"', line)) for line in picture.split('class="system"')[1:]]


def over(text: str, **more: Any) -> dict[str, Any]:
    return {"sounds": {"kind": "changes", "changes": {"text": f"key: C\n{text}"}, **more}}


SVG = "{http://www.w3.org/2000/svg}"
BARS = "| Dm7 | G7 | Cmaj7 | Am7 "


@pytest.mark.parametrize(
    ("document", "wanted"),
    [
        (over(BARS * 2 + "|"), [4, 4]), (over(BARS * 2 + "| C | C |"), [4, 4, 2]), (over("| Dm7 G7 | C |"), [2]),
        (over(f"section: A\n{BARS}| C | C |\nsection: B\n{BARS}|"), [4, 2, 4]),
        ({**over(BARS * 2 + "|"), "placement": {"value": "sixteenth"}}, [2, 2, 2, 2]),
        (over(BARS + "|", choruses=2), [4, 4]),
    ],
)  # fmt: skip
def test_a_form_has_four_bars_a_line_and_breaks_at_its_sections(
    tables: Tables, document: Any, wanted: list[int]
) -> None:
    for width in (PRINT_WIDTH, SCREEN_WIDTH):
        assert lines(worked(tables, **document), width) == wanted


@pytest.mark.parametrize("bars", range(2, 20))
def test_no_bar_stands_alone_on_the_last_line(tables: Tables, bars: int) -> None:
    slots = "s" * 8 * min(bars, 4)
    path = {"low": {"step": 1}, "high": {"step": 4, "octave": 3}, "direction": "up"}
    figure = {"kind": "cell", "text": " ".join(["1 2 3 5"] * max(1, bars // 5))}
    made = worked(tables, figure=figure, path=path, placement={"slots": slots}, player={"reach": "full"})
    found = lines(made, PRINT_WIDTH)
    assert sum(found) == len(made.strips[0].bars)
    assert len(found) == 1 or found[-1] > 1 or max(found) == 1


@pytest.mark.parametrize(
    ("path", "companions", "pages"),
    [
        ({"high": {"step": 4, "octave": 1}, "direction": "up"}, [], 1),
        ({"high": {"step": 4, "octave": 1}, "direction": "up"}, [{"kind": "fifths"}], 3),
        ({"direction": "up-and-back", "high": {"octave": 3}}, [], 6),
    ],
)
def test_twelve_keys_of_two_bars_stand_on_one_page(tables: Tables, path: Any, companions: Any, pages: int) -> None:
    figure = {"kind": "cell", "text": "1 2 3 5"}
    made = worked(tables, figure=figure, path=path, companions=companions, keys={})
    found = len(re.findall(rb"/Type\s*/Page\b", handout_pdf(made)))
    assert found <= pages
    assert (found == 1) == (pages == 1)


def test_remarks_stand_on_the_page_only_where_they_are_asked_for(tables: Tables) -> None:
    wide = {"figure": {"kind": "intervals", "size": 10}}
    plain, told = (worked(tables, **wide, spelling={"remarks_on_page": chosen}) for chosen in (False, True))
    assert plain.remarks
    assert handout_pdf(plain) != handout_pdf(told)
    still = (
        worked(tables, path={"direction": "up"}),
        worked(tables, path={"direction": "up"}, spelling={"remarks_on_page": True}),
    )
    assert not still[0].remarks
    assert handout_pdf(still[0]) == handout_pdf(still[1])


@pytest.mark.parametrize("width", [700, 900, 1100, 1300, 1600])
def test_no_name_stands_in_a_row_with_fingers_or_tuplet_numbers(width: int, tables: Tables) -> None:
    """“1 2 3 5” beside a finger 2 would be read as 1 2 3 5 2."""
    play = {"kind": "play", "figure": {"kind": "cell", "text": "1 2 3 5"}}
    document = {
        **over("| Dm7 | G7 | Cmaj7 | A7 | D7 | Gm7 | C7 | F |"), "player": {"instrument": "trombone"},
        "keys": {"order": "picked", "picked": ["C", "E♭", "A"]}, "fingering": {"kind": "slide"},
        "placement": {"value": "triplet", "slurs": {"groups": [3]}},
        "rules": [{"where": {"quality": "dominant"}, "what": play}],
    }  # fmt: skip
    exercise = press(read_recipe(document), tables)
    for strip in exercise.strips:
        picture = etree.fromstring(strip_svg(exercise, strip, width))
        texts = {
            kind: [
                (float(text.get("x")), float(text.get("y")), "".join(text.itertext()).strip())
                for group in picture.iter(f"{SVG}g") if group.get("class") == kind for text in group.iter(f"{SVG}text")
            ]
            for kind in ("dir", "fing")
        }  # fmt: skip
        assert len(texts["dir"]) == 3  # over A7 and D7 one
        for left, line, words in texts["dir"]:
            right = left + 150 * len(words)
            near = [at for at, height, _ in texts["fing"] if left - 150 < at < right + 150 and abs(height - line) < 200]
            assert near == [], (words, left, line)
