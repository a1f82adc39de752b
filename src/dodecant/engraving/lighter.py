"""A picture for the screen with a third of its elements: a browser lays every one of them out.

What the engraver wraps round noteheads, stems and words for others to find is taken away, shapes are drawn where they
are used, and lines drawn alike one after another are one; what is seen stays. Heads of notes and the numbers under them
can still be told: `head`, `syl`.
"""

from __future__ import annotations

from itertools import pairwise

from lxml import etree

from dodecant.engraving.outlines import draw_in_place

_SVG = "{http://www.w3.org/2000/svg}"
_WRAPPERS = frozenset(
    {"notehead", "stem", "verse", "accid", "layer", "barLine", "clef", "keySig", "meterSig", "sb", "pb", "dots",
     "flag", "ledgerLines", "syl"}
)  # fmt: skip
_PASSED_ON = {"notehead": "head", "syl": "syl"}  # to what is wrapped


def lighten(root: etree._Element) -> None:
    """Take the wrappers away, and the names nobody asks for; notes keep theirs."""
    draw_in_place(root)
    for text in root.iter(f"{_SVG}text"):
        _merge(text)
    score = root.find(f"{_SVG}svg")  # beside it stand the shapes that are used, by their names
    for group in [] if score is None else list(score.iter(f"{_SVG}g")):
        classes = group.get("class", "").split()
        if "placeholder" in classes:  # what the engraver draws where a break is, for editors
            _take_out(group)
            continue
        if "note" not in classes and "chord" not in classes:
            group.attrib.pop("id", None)
        if classes and classes[0] in _WRAPPERS and set(group.attrib) == {"class"}:
            _unwrap(group, _PASSED_ON.get(classes[0]))
    if score is not None:
        _join_lines(score)


def _join_lines(score: etree._Element) -> None:
    """Neighbours that are drawn alike are one line that begins anew: the five of a staff, the signs of a key."""
    for one, other in reversed(list(pairwise(score.iter(f"{_SVG}path")))):
        if one.getnext() is other and _looks(one) == _looks(other):
            one.set("d", one.get("d", "") + other.get("d", ""))
            _take_out(other)


def _looks(line: etree._Element) -> dict[str, str]:
    return {name: value for name, value in line.attrib.items() if name != "d"}


def _merge(text: etree._Element) -> None:
    """A text in a span in a span is one text; what the innermost says holds."""
    while len(text) == 1 and text[0].tag == f"{_SVG}tspan" and not (text.text or "").strip():
        (inner,) = text
        if (inner.tail or "").strip():
            return
        for name, value in inner.attrib.items():
            if name not in ("id", "class"):
                text.set(name, value)
        text.text = inner.text
        text.remove(inner)
        text.extend(inner)


def _take_out(group: etree._Element) -> None:
    parent = group.getparent()
    if parent is not None:
        parent.remove(group)


def _unwrap(group: etree._Element, passed_on: str | None) -> None:
    parent = group.getparent()
    if parent is None:
        return
    place = parent.index(group)
    for offset, part in enumerate(list(group)):
        if passed_on:
            part.set("class", passed_on)
        parent.insert(place + offset, part)
    parent.remove(group)
