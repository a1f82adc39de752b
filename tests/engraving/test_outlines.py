"""Shapes drawn in place: every point is where the store, its upright frame and the place it is used at put it."""

from __future__ import annotations

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree

from dodecant.engraving.engraver import engrave
from dodecant.engraving.lighter import lighten
from dodecant.engraving.outlines import draw_in_place
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.tables import Tables
from dodecant.formats.musicxml.score import strip_musicxml

SVG = "{http://www.w3.org/2000/svg}"
POINTS = {"M": 1, "L": 1, "H": 1, "V": 1, "C": 3, "S": 2}
Line = list[tuple[str, list[complex]]]


def walked(line: str) -> Line:
    """A path by SVG 2, chapter 9.3, with all its points where they are: straight lines as L, curves as C."""
    found: Line = []
    now = begun = handle = 0j
    for letter, rest in re.findall(r"([A-Za-z])([^A-Za-z]*)", line):
        numbers = [float(one) for one in re.findall(r"-?[\d.]+", rest)]
        kind, origin = letter.upper(), letter.islower()
        if kind == "Z":
            if found[-1][0] == "L" and abs(now - begun) < 0.15:
                found.pop()  # it closes by itself
            now = begun
        while numbers:
            from_here = now if origin else 0j
            if kind == "H":
                points = [complex(numbers.pop(0) + from_here.real, now.imag)]
            elif kind == "V":
                points = [complex(now.real, numbers.pop(0) + from_here.imag)]
            else:
                points = [complex(numbers.pop(0), numbers.pop(0)) + from_here for _ in range(POINTS[kind])]
            if kind == "S":
                smooth = found[-1][0] == "C"
                points.insert(0, 2 * now - handle if smooth else now)
            now, handle = points[-1], points[-2] if len(points) > 1 else points[-1]
            begun = now if kind == "M" else begun
            found.append(({"H": "L", "V": "L", "S": "C"}.get(kind, kind), points))
            kind = "L" if kind == "M" else kind
    return found


def picture(line: str, place: str) -> etree._Element:
    return etree.fromstring(
        '<svg xmlns="http://www.w3.org/2000/svg"><defs>'
        f'<g id="E1"><path transform="scale(1,-1)" d="{line}"/></g></defs>'
        f'<g><use href="#E1" transform="{place}"/></g></svg>'
    )


numbers = st.integers(-1800, 1800).map(lambda halves: f"{halves / 2:g}")


@st.composite
def lines(draw: st.DrawFn) -> str:
    """Shapes as fonts have them: one contour or several, each closed."""
    text = ""
    for contour in range(draw(st.integers(1, 3))):
        text += f"{'M' if contour == 0 else draw(st.sampled_from('Mm'))}{draw(numbers)} {draw(numbers)}"
        for letter in draw(st.lists(st.sampled_from("LlHhVvCcSs"), min_size=1, max_size=6)):
            count = 1 if letter in "HhVv" else 2 * POINTS[letter.upper()]
            text += letter + " ".join(draw(numbers) for _ in range(count))
        text += "z"
    return text


@given(lines(), st.integers(-20_000, 90_000), st.integers(-900, 3_000_000), st.sampled_from([0.72, 1, 0.55]))
def test_every_point_of_a_shape_is_where_it_was(line: str, x: int, y: int, size: float) -> None:
    root = picture(line, f"translate({x}, {y}) scale({size}, {size})")
    draw_in_place(root)
    (path,) = root.iter(f"{SVG}path")
    assert path.getparent().tag == f"{SVG}g"
    assert "transform" not in path.attrib
    wanted = [(kind, [complex(x + size * p.real, y - size * p.imag) for p in points]) for kind, points in walked(line)]
    drawn = walked(path.get("d"))
    assert [kind for kind, _ in drawn] == [kind for kind, _ in wanted]
    for (_, points), (_, exact) in zip(drawn, wanted, strict=True):
        assert all(abs(point - at) < 0.15 for point, at in zip(points, exact, strict=True))


@pytest.mark.parametrize(
    ("place", "line"),
    [("rotate(90)", "M0 0l5 0z"), ("translate(1, 2)", "M0 0l5 0z"), ("translate(1, 2) scale(1, 1) rotate(3)", "M0 0z")],
)
def test_what_is_placed_otherwise_stays_as_it_is(place: str, line: str) -> None:
    root = picture(line, place)
    before = etree.tostring(root)
    draw_in_place(root)
    assert etree.tostring(root) == before


def test_a_strip_needs_no_store_and_keeps_what_is_asked_for(tables: Tables) -> None:
    keys = {"order": "picked", "picked": ["A♭"]}
    recipe = {"keys": keys, "spelling": {"signature": True}, "figure": {"kind": "cell", "text": "1 ♭5 4"}}
    made = press(read_recipe(recipe), tables)
    root = etree.fromstring(engrave(strip_musicxml(made, made.strips[0]), 900).encode())
    elements = len(list(root.iter()))
    lighten(root)
    assert not list(root.iter(f"{SVG}use"))
    assert [len(note.findall(f"{SVG}path[@class='head']")) for note in root.iter(f"{SVG}g") if note.get("id")] == [
        1 for _ in made.strips[0].notes
    ]
    staves = [group for group in root.iter(f"{SVG}g") if group.get("class") == "staff"]
    assert all(group[0].get("d").count("M") == 5 for group in staves)
    assert len(list(root.iter())) < elements / 2
