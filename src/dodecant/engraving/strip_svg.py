"""A strip as a picture: the engraved score, with the degree lane's numbers set in their weight of ink."""

from __future__ import annotations

import re
from collections.abc import Callable, Hashable, Mapping, Sequence
from hashlib import blake2b
from threading import RLock
from typing import NamedTuple

from cachetools import LRUCache, cached
from cachetools.keys import hashkey
from lxml import etree

from dodecant.engraving.course import draw_course
from dodecant.engraving.engraver import engrave, engrave_pages
from dodecant.engraving.lighter import lighten
from dodecant.engraving.line_breaks import breaks_of_a_form, breaks_seen
from dodecant.engraving.over_the_staff import keep_words_clear
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Role, Strip
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.exercise.wording.strips import strip_words
from dodecant.formats.musicxml.score import sheet_musicxml, strip_musicxml

SCREEN_WIDTH = 1120
LESSON_WIDTH = 640  # read from across the room
PRINT_WIDTH = 860
TEXT_FONTS = "Figtree, 'Figtree Variable', 'Dodecant Signs', sans-serif"
_SVG = "{http://www.w3.org/2000/svg}"
_X_OF = re.compile(r"translate\((-?\d+)")
_PARSER = etree.XMLParser(huge_tree=True, resolve_entities=False)
_REMEMBERED = 6_000_000  # signs in pictures
_HALF_NOTEHEAD = 106  # engraver's units


def strip_svg(
    exercise: Exercise, strip: Strip, width: int = SCREEN_WIDTH, *, styled: bool = False, alone: bool = False
) -> str:
    """The picture of one strip. Note groups carry the class `role-…`; their ids are the notes' ids.

    Unless it is to be `styled` it leaves that to the page: a style sheet in each picture would make the browser work
    the whole page out again with every strip; and it has no more elements than it needs (`lighten`). A picture that is
    to stand `alone` brings the signs of its chord symbols.
    """
    label = strip_words(strip, exercise.recipe, exercise.metre)
    weights = tuple(zip(_ids(strip), (note.tone.role for note in strip.notes), strict=True))
    breaks = breaks_of_a_form(exercise, strip, width)
    score = strip_musicxml(exercise, strip, breaks)
    drawn = _Drawn(score, width, weights, label, styled, alone and "<harmony>" in score, bool(breaks), strip.course)

    def broken_at(better: frozenset[int]) -> str:
        return strip_musicxml(exercise, strip, better)

    return _picture(drawn, broken_at)


class _Drawn(NamedTuple):
    """What a picture shows, and how."""

    score: str
    width: int
    roles: tuple[tuple[str, Role], ...]
    label: str
    styled: bool
    signs_inside: bool
    broken: bool
    course: tuple[int, ...] = ()

    def page(self) -> str:
        """As it is engraved; strips on the page stand closer than in print."""
        return engrave(
            self.score, self.width, signs_inside=self.signs_inside, broken=self.broken, close=not self.styled
        )


def sheet_svg(exercise: Exercise, width: int = PRINT_WIDTH) -> bytes:
    """The whole exercise as one tall picture, with its headings: the engraver's pages one under another."""
    roles = {
        name: note.tone.role for strip in exercise.strips for name, note in zip(_ids(strip), strip.notes, strict=True)
    }
    score = sheet_musicxml(exercise)
    pages = engrave_pages(score, width, signs_inside="<harmony>" in score)
    drawn = [_finished(page, roles, styled=True) for page in pages]
    whole = drawn[0] if len(drawn) == 1 else _stacked(drawn)
    whole.set("aria-label", sentence_text(exercise.sentence))
    return str(etree.tostring(whole, encoding="unicode")).encode()


def _stacked(pages: Sequence[etree._Element]) -> etree._Element:
    """Pictures one under another, in one."""
    wide = top = 0.0
    for page in pages:
        across, down = (float(length) for length in page.get("viewBox", "0 0 0 0").split()[2:])
        page.set("y", f"{top:g}")
        page.set("width", f"{across:g}")
        page.set("height", f"{down:g}")
        wide, top = max(wide, across), top + down
    whole = etree.Element(f"{_SVG}svg", {"viewBox": f"0 0 {wide:g} {top:g}", "role": "img"}, nsmap=pages[0].nsmap)
    whole.extend(pages)
    return whole


def _ids(strip: Strip) -> list[str]:
    return [strip.note_id(index) for index in range(len(strip.notes))]


def _named(drawn: _Drawn, _: object) -> Hashable:
    """A picture by what it shows: the score as a digest, for the score itself is as long as its picture."""
    return hashkey(blake2b(drawn.score.encode(), digest_size=20).digest(), *drawn[1:])


@cached(LRUCache(_REMEMBERED, getsizeof=len), key=_named, lock=RLock())
def _picture(drawn: _Drawn, broken_at: Callable[[frozenset[int]], str]) -> str:
    page = drawn.page()
    if not drawn.broken and (better := breaks_seen(page)):
        page = drawn._replace(score=broken_at(better), broken=True).page()
    root = _finished(page, dict(drawn.roles), styled=drawn.styled)
    root.set("aria-label", drawn.label)
    nested = root.find(f"{_SVG}svg")
    if drawn.course and nested is not None:
        draw_course(root, nested, drawn.course)
    return str(etree.tostring(root, encoding="unicode"))


def _finished(page: str, role_of: Mapping[str, Role], *, styled: bool) -> etree._Element:
    """An engraved page with its numbers in their weight, and its words clear of each other."""
    root = etree.fromstring(page.encode(), _PARSER)  # our own engraver's, which may be large with a font inside
    root.set("role", "img")
    style = root.find(f"{_SVG}style")
    if style is not None and not styled:
        root.remove(style)
    score = root.find(f"{_SVG}svg")
    assert score is not None  # noqa: S101 - the engraver always nests one
    score.set("font-family", TEXT_FONTS)
    score.set("color", "currentColor")
    score.set("fill", "currentColor")
    hatch = f"hatch-{root.get('id')}"
    definitions = root.find(f"{_SVG}defs")
    if definitions is not None:
        definitions.append(_hatching(hatch))
    for group in root.iter(f"{_SVG}g"):
        role = role_of.get(group.get("id", ""))
        if role is not None:
            group.set("class", f"{group.get('class')} role-{role}")
            _set_number(group, role, hatch)
    keep_words_clear(root, score)
    if not styled:
        lighten(root)
    return root


def _hatching(name: str) -> etree._Element:
    pattern = etree.Element(
        f"{_SVG}pattern",
        {
            "id": name,
            "width": "70",
            "height": "70",
            "patternUnits": "userSpaceOnUse",
            "patternTransform": "rotate(45)",
        },
    )
    etree.SubElement(
        pattern,
        f"{_SVG}line",
        {"y2": "70", "stroke": "currentColor", "stroke-width": "44", "stroke-opacity": "0.35"},
    )
    return pattern


def _set_number(group: etree._Element, role: Role, hatch: str) -> None:
    """Centre the number under its notehead and give it its weight: full, half, hatched or outlined."""
    head = verse = None
    chord = group.getparent()
    around = list(chord) if chord is not None and chord.get("class") == "chord" else []
    for part in (*group, *(part for part in around if part.get("class") == "verse")):
        kind = part.get("class")
        if kind == "notehead":
            head = next(part.iter(f"{_SVG}use"), None)
        elif kind == "verse":
            verse = part
    text = None if verse is None else next(verse.iter(f"{_SVG}text"), None)
    found = _X_OF.match(head.get("transform", "")) if head is not None else None
    if verse is None or text is None or found is None:
        return
    centre = int(found[1]) + _HALF_NOTEHEAD
    text.set("x", str(centre))
    text.set("text-anchor", "middle")
    text.set("font-weight", "700" if role == "chord" else "400")
    if role not in ("care", "outside"):
        return
    letters = len("".join(text.itertext()).strip())
    width = 130 + 165 * letters
    box = {
        "x": str(centre - width // 2),
        "y": str(int(text.get("y", "0")) - 345),
        "width": str(width),
        "height": "450",
        "rx": "70",
        "class": "lane-box",
    }
    box |= (
        {"fill": f"url(#{hatch})", "stroke": "none"}
        if role == "care"
        else {"fill": "none", "stroke": "currentColor", "stroke-width": "22"}
    )
    verse.insert(0, etree.Element(f"{_SVG}rect", box))
