"""What stands over the staff, kept on the page and clear of each other.

The engraver centres a section's box on the barline. At the left edge of a system half of a long name is then off the
page; moved right, it may come to lie on the first chord symbol. The name of a rule may stand in a row with fingers and
the numbers of tuplets, as if they belonged to it; pushed up by a high note, it may come to lie on its own chord symbol,
and at the right edge it may leave the page. Lengths are the engraver's units.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import NamedTuple

from lxml import etree

_SVG = "{http://www.w3.org/2000/svg}"
_LEFT_EDGE = 10  # of a staff, half the stroke of a box to the right
_GAP = 60
_WIDEST = 0.62  # of a letter of the text font, in its size, on the average
_USUAL = 0.5  # of a small letter
_DIGIT = 250  # the number of a tuplet, wide and high
_PLACED = re.compile(r"-?[\d.]+")
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


def keep_words_clear(picture: etree._Element, score: etree._Element) -> None:
    """Move names left and boxes right, on to the page; chord symbols up over names, and boxes over both.

    The page grows where one would leave it.
    """
    above = 0
    wide = float(score.get("viewBox", "0 0 1 1").split()[2])
    for system in score.iter(f"{_SVG}g"):
        if system.get("class") == "system":
            above = max(above, _names_cleared(system, wide))
            above = max([above, *(_moved(box, system) for box in system.iter(f"{_SVG}g") if box.get("class") == "reh")])
    if above:
        grow(picture, score, above)


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


def _names_cleared(system: etree._Element, wide: float) -> int:
    """How far a chord symbol stands above the page after it was moved over a name."""
    names = [words for kind, words in _words_over(system) if kind == "dir"]
    for place, words in enumerate(names):
        beyond = _box_of(words, _USUAL).right - wide
        if beyond <= 0:
            continue
        _shift("x", -min(int(beyond), int(words.get("x", "0"))), words)
        _shift("y", -int(beyond > _GAP) * 2 * _GAP, words)  # what it was clear of lies to the right now
        for other in names[:place]:
            if _box_of(words, _USUAL).meets(_box_of(other, _USUAL)):
                _shift("y", int(_box_of(other).top - _GAP - _box_of(words).bottom), words)
    digits = list(_digits(system))
    for words in names:
        _over_digits(words, digits)
    above = max([0, *(int(_LEFT_EDGE - _box_of(words).top) for words in names)])
    for symbol in [words for kind, words in _words_over(system) if kind == "harm"]:
        for name in sorted(names, key=lambda one: -_box_of(one).bottom):
            here, there = _box_of(symbol), _box_of(name, _USUAL)
            if here.meets(there):
                _shift("y", int(there.top - _GAP - here.bottom), symbol)
        above = max(above, int(_LEFT_EDGE - _box_of(symbol).top))
    return above


def _over_digits(words: etree._Element, digits: list[_Box]) -> None:
    """Move a name up over fingers and tuplet numbers that lie on it, or so near that they would be read with it."""
    for digit in sorted(digits, key=lambda one: -one.bottom):
        name = _box_of(words, _USUAL)
        if name._replace(left=name.left - 2 * _GAP, right=name.right + 2 * _GAP).meets(digit):
            _shift("y", int(digit.top - _GAP - name.bottom), words)


def _digits(system: etree._Element) -> Iterator[_Box]:
    """Where the fingers and the numbers of tuplets stand."""
    for group in system.iter(f"{_SVG}g"):
        if group.get("class") == "fing" and (words := group.find(f"{_SVG}text")) is not None:
            box = _box_of(words)
            half = (box.right - box.left) / 2  # they are centred
            yield box._replace(left=box.left - half, right=box.right - half)
        elif group.get("class") == "tupletNum" and (sign := group.find(f"{_SVG}use")) is not None:
            x, y = map(float, _PLACED.findall(sign.get("transform", ""))[:2])
            yield _Box(x, y - _DIGIT, x + _DIGIT, y)


def _words_over(system: etree._Element) -> Iterator[tuple[str, etree._Element]]:
    for group in system.iter(f"{_SVG}g"):
        kind = group.get("class") or ""
        words = group.find(f"{_SVG}text") if kind in _OVER_THE_STAFF else None
        if words is not None:
            yield kind, words


def _texts_over(system: etree._Element) -> Iterator[_Box]:
    yield from (_box_of(words) for _, words in _words_over(system))


def _box_of(words: etree._Element, letter: float = _WIDEST) -> _Box:
    sizes = [float(part.get("font-size", "0").removesuffix("px")) for part in words.iter(f"{_SVG}tspan")]
    size = max(sizes, default=0.0)
    x, y = float(words.get("x", "0")), float(words.get("y", "0"))
    said = "".join(str(part) for part in words.itertext())
    return _Box(x, y - 0.75 * size, x + letter * size * len(said.strip()), y + 0.2 * size)


def _shift(axis: str, by: int, *parts: etree._Element) -> None:
    for part in parts:
        part.set(axis, str(int(part.get(axis, "0")) + by))


def grow(picture: etree._Element, score: etree._Element, by: int) -> None:
    """Let the score's page begin so many of its units higher than at first; the picture around it grows as much."""
    top, wide, high = (float(length) for length in score.get("viewBox", "0 0 1 1").split()[1:])
    outer_wide, outer_high = (float(length) for length in picture.get("viewBox", "0 0 1 1").split()[2:])
    more = by + top
    score.set("viewBox", f"0 {-by} {wide:g} {high + more:g}")
    picture.set("viewBox", f"0 0 {outer_wide:g} {outer_high + more * outer_wide / wide:g}")
