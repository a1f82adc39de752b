"""A picture for the screen with half of its elements: a browser lays every one of them out.

What the engraver wraps round noteheads, stems and words for others to find is taken away; what is drawn stays.
"""

from __future__ import annotations

from lxml import etree

_SVG = "{http://www.w3.org/2000/svg}"
_WRAPPERS = frozenset(
    {"notehead", "stem", "verse", "accid", "layer", "barLine", "clef", "keySig", "meterSig", "sb", "pb", "dots",
     "flag", "ledgerLines"}
)  # fmt: skip


def lighten(root: etree._Element) -> None:
    """Take the wrappers away, and the names nobody asks for; notes keep theirs."""
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
            _unwrap(group)


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


def _unwrap(group: etree._Element) -> None:
    parent = group.getparent()
    if parent is None:
        return
    place = parent.index(group)
    for offset, part in enumerate(list(group)):
        parent.insert(place + offset, part)
    parent.remove(group)
