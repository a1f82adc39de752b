"""The course of tension as a thin line over a strip: a step for each bar, home below and the height above."""

from __future__ import annotations

from collections.abc import Sequence

from lxml import etree

from dodecant.engraving.over_the_staff import grow

_SVG = "{http://www.w3.org/2000/svg}"
_HIGH, _ROOM = 340, 480  # engraver's units
_EDGE = 60


def draw_course(picture: etree._Element, score: etree._Element, course: Sequence[int]) -> None:
    """Draw how tense each bar is (0 to 100) above the first system; the page grows by it."""
    left, top, wide = (float(length) for length in score.get("viewBox", "0 0 1 1").split()[:3])
    grow(picture, score, _ROOM - int(top))
    base, each = top - _ROOM + _EDGE + _HIGH, (wide - 2 * _EDGE) / len(course)
    places = [
        (left + _EDGE + (number + end) * each, base - _HIGH * tension / 100)
        for number, tension in enumerate(course)
        for end in (0.12, 0.88)
    ]
    line = " ".join(f"{x:.0f},{y:.0f}" for x, y in places)
    drawn = {"points": line, "fill": "none", "stroke": "currentColor", "stroke-width": "22", "class": "course"}
    score.append(etree.Element(f"{_SVG}polyline", {**drawn, "stroke-opacity": "0.55", "stroke-linejoin": "round"}))
