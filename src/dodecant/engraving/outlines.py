"""Shapes in place: what an engraved picture takes from its store again and again is drawn where it stands.

For each note head and each flat that is taken from the store a browser keeps a copy of three elements in two frames of
reference. As a line of its own it is one element in the frame of the picture: the page is laid out in half the time.
"""

from __future__ import annotations

import re
from functools import lru_cache
from typing import NamedTuple

from fontTools.pens.basePen import BasePen
from fontTools.pens.transformPen import TransformPen
from fontTools.svgLib.path import parse_path
from lxml import etree

_SVG = "{http://www.w3.org/2000/svg}"
_PLACE = re.compile(r"translate\((-?[\d.]+), (-?[\d.]+)\) scale\((-?[\d.]+), (-?[\d.]+)\)")
_UPRIGHT = "scale(1,-1)"  # shapes come from a font, whose heights grow upwards
_DIGITS = 1  # after the point, of some hundredths of a pixel


def draw_in_place(root: etree._Element) -> None:
    """Draw each shape of the store where it is used; what cannot be read so stays as it is."""
    store = root.find(f"{_SVG}defs")
    if store is None:
        return
    shapes = {f"#{shape.get('id')}": shape for shape in store.iterfind(f"{_SVG}g")}
    drawn = {name: path.get("d", "") for name, shape in shapes.items() if (path := _only_path(shape)) is not None}
    kept: set[str] = set()
    for used in list(root.iter(f"{_SVG}use")):
        name, place = used.get("href", ""), _PLACE.fullmatch(used.get("transform", ""))
        if name not in drawn or place is None:
            kept.add(name)
            continue
        x, y, wide, high = (float(number) for number in place.groups())
        shape = _outline(drawn[name], wide, high)
        del used.attrib["href"], used.attrib["transform"]
        used.tag = f"{_SVG}path"
        used.set("d", f"M{_number(x + shape.x)} {_number(y + shape.y)}{shape.on}")
    for name, stored in shapes.items():
        if name not in kept:
            store.remove(stored)


def _only_path(shape: etree._Element) -> etree._Element | None:
    """What a shape of the store is drawn with, where that is a path from a font and nothing else."""
    path = shape[0] if len(shape) == 1 else None
    return path if path is not None and path.tag == f"{_SVG}path" and path.get("transform") == _UPRIGHT else None


class _Outline(NamedTuple):
    """Where a line begins, seen from where its shape is placed, and how it goes on from there."""

    x: float
    y: float
    on: str


@lru_cache(maxsize=512)
def _outline(drawn: str, wide: float, high: float) -> _Outline:
    """The line of a shape in some width and height (1: as it is stored)."""
    pen = _FromItsBeginning()
    parse_path(drawn, TransformPen(pen, (wide, 0, 0, -high, 0, 0)))
    return _Outline(*pen.beginning, "".join(pen.on))


class _FromItsBeginning(BasePen):  # type: ignore[misc]  # fontTools has no types
    """A pen that writes every point as seen from the one before, so that a line is the same wherever it begins.

    What is rounded off at a point is made good at the next.
    """

    def __init__(self) -> None:
        super().__init__()
        self.beginning: tuple[float, float] = (0, 0)
        self.on: list[str] = []
        self._now = self._contour = (0.0, 0.0)

    def _moveTo(self, to: tuple[float, float]) -> None:
        if self.on:
            self._write("m", to)
        else:
            self.beginning = self._now = to
        self._contour = self._now

    def _lineTo(self, to: tuple[float, float]) -> None:
        self._write("l", to)

    def _curveToOne(self, one: tuple[float, float], other: tuple[float, float], to: tuple[float, float]) -> None:
        self._write("c", one, other, to)

    def _closePath(self) -> None:
        self.on.append("z")
        self._now = self._contour

    def _write(self, how: str, *points: tuple[float, float]) -> None:
        x, y = self._now
        steps = [(round(px - x, _DIGITS), round(py - y, _DIGITS)) for px, py in points]
        self._now = x + steps[-1][0], y + steps[-1][1]
        self.on.append(how + " ".join(_number(step) for pair in steps for step in pair))


def _number(value: float) -> str:
    """Without a point where none is needed."""
    short = round(value, _DIGITS)
    return str(int(short)) if short == int(short) else str(short)
