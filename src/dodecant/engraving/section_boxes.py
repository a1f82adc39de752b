"""Boxed names of sections, kept on the page and clear of what stands over the staff.

The engraver centres a box on the barline. At the left edge of a system half of a long name is then off the page; moved
right, it may come to lie on the first chord symbol. Lengths are the engraver's units.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from lxml import etree

_SVG = "{http://www.w3.org/2000/svg}"
_LEFT_EDGE = 10  # of a staff, half the stroke of a box to the right
_GAP = 60
_WIDEST = 0.62  # of a letter of the text font, in its size, on the average
_OVER_THE_STAFF = ("harm", "tempo", "dir")


class _Box(NamedTuple):
    left: float
    top: float
    right: float
    bottom: float

    def meets(self, other: _Box) -> bool:
        """Whether two boxes overlap."""
        sideways = self.left < other.right and other.left < self.right
        return sideways and self.top < other.bottom and other.top < self.bottom


def keep_section_boxes_clear(picture: etree._Element, score: etree._Element) -> None:
    """Move boxes right, on to the page, then up, over chord symbols; the page grows where one would leave it."""
    above = 0
    for system in score.iter(f"{_SVG}g"):
        if system.get("class") == "system":
            above = max([above, *(_moved(box, system) for box in system.iter(f"{_SVG}g") if box.get("class") == "reh")])
    if above:
        _grow(picture, score, above)


def _moved(group: etree._Element, system: etree._Element) -> int:
    """How far a box stands above the page after it was moved; 0 for one that stood well."""
    frame, words = group.find(f"{_SVG}rect"), group.find(f"{_SVG}text")
    if frame is None or words is None:
        return 0
    beyond = _LEFT_EDGE - int(frame.get("x", "0"))
    if beyond <= 0:
        return 0
    _shift("x", beyond, frame, words)
    left, top = int(frame.get("x", "0")), int(frame.get("y", "0"))
    wide, high = int(frame.get("width", "0")), int(frame.get("height", "0"))
    start = top
    for other in sorted(_texts_over(system), key=lambda one: -one.bottom):
        if _Box(left, top, left + wide, top + high).meets(other):
            top = int(other.top) - _GAP - high
    _shift("y", top - start, frame, words)
    return max(0, _LEFT_EDGE - top)


def _texts_over(system: etree._Element) -> Iterator[_Box]:
    for group in system.iter(f"{_SVG}g"):
        words = group.find(f"{_SVG}text") if group.get("class") in _OVER_THE_STAFF else None
        if words is None:
            continue
        sizes = [float(part.get("font-size", "0").removesuffix("px")) for part in words.iter(f"{_SVG}tspan")]
        size = max(sizes, default=0.0)
        x, y = float(words.get("x", "0")), float(words.get("y", "0"))
        said = "".join(str(part) for part in words.itertext())
        yield _Box(x, y - 0.75 * size, x + _WIDEST * size * len(said), y + 0.2 * size)


def _shift(axis: str, by: int, *parts: etree._Element) -> None:
    for part in parts:
        part.set(axis, str(int(part.get(axis, "0")) + by))


def _grow(picture: etree._Element, score: etree._Element, by: int) -> None:
    """Give the page more room at its top: the score's units inside, the picture's outside."""
    wide, high = (float(length) for length in score.get("viewBox", "0 0 1 1").split()[2:])
    outer_wide, outer_high = (float(length) for length in picture.get("viewBox", "0 0 1 1").split()[2:])
    score.set("viewBox", f"0 {-by} {wide:g} {high + by:g}")
    picture.set("viewBox", f"0 0 {outer_wide:g} {outer_high + by * outer_wide / wide:g}")
