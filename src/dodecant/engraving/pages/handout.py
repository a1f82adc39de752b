"""The printed handout: pages made with Typst round the engraved strips, one sheet or a class set of them."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from typing import Any, Final, NamedTuple, get_args

import segno

from dodecant.engraving.contour import contour_svg
from dodecant.engraving.line_breaks import room_for_numbers
from dodecant.engraving.maps import map_svg, on_paper
from dodecant.engraving.pages.typeset import Pictures, last_place, typeset, typeset_pages
from dodecant.engraving.progress import each
from dodecant.engraving.strip_svg import PRINT_WIDTH, strip_svg
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Role, Strip
from dodecant.exercise.wording.choices import label
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.words import words_data
from dodecant.music.scales.numbering import NumberingSchool
from dodecant.practice.studio.handout import (
    CAUTIONS,
    HandoutLayout,
    Paper,
    Sheet,
    formula,
    grid_keys,
    grid_tempos,
    numbers_of,
    orders,
    steps_of,
    strips_on,
)

_COLUMN_WIDTHS: Final = {2: 590, 3: 440, 4: 350}  # CSS pixels, drawn smaller to stand side by side
_LARGE = 0.72  # of the width, so that everything is drawn larger
_SEVERAL = 4
_SHORT: Final = ((4, 1, 6), (3, 1, 10), (2, 2, 18))  # columns, for strips of at most so many bars and signs
_NEARLY_EMPTY = 0.25
_CLOSER = (0.93, 0.86)
_WIDER = (2.0, 3.0, 4.5)  # times the space below a strip
_DOTS = 96


def _beat(dot: str) -> bytes:
    """A quarter note, dotted or not, for the tempo mark."""
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {150 if dot else 110} 300">'
        f'<ellipse cx="52" cy="255" rx="50" ry="36" transform="rotate(-24 52 255)"/>'
        f'<path d="M92 245V10h10v235z"/>{dot}</svg>'
    ).encode()


_BEAT = {False: _beat(""), True: _beat('<circle cx="132" cy="255" r="15"/>')}


class SetPages(NamedTuple):
    """Sheets ready to be set: the template's data and its pictures."""

    data: Mapping[str, Any]
    pictures: Pictures

    @property
    def pdf(self) -> bytes:
        """As a PDF; the same sheets give the same bytes."""
        return typeset("handout", self.data, self.pictures)

    @property
    def pages(self) -> list[bytes]:
        """As PNG pictures, to be looked at before they are printed."""
        return typeset_pages("handout", self.data, self.pictures, _DOTS)


def handout_pdf(exercise: Exercise, paper: Paper = "a4") -> bytes:
    """An exercise on the page as it is printed from the bench. The same exercise gives the same bytes."""
    return set_sheet(Sheet(exercise), HandoutLayout(paper=paper)).pdf


def set_sheet(sheet: Sheet, layout: HandoutLayout) -> SetPages:
    """One sheet, drawn. A last page that would be nearly empty is saved, where setting it closer saves it; else strips
    stand farther apart, so that more of them come to it.
    """
    drawn, pictures = _drawn(sheet, layout)
    data = _data([drawn], layout)
    page, down = last_place("handout", data, pictures)
    if page > 1 and down < _NEARLY_EMPTY:
        for scale in _CLOSER:
            closer = {**data, "sheets": [{**drawn, "scale": scale}]}
            if last_place("handout", closer, pictures)[0] < page:
                return SetPages(closer, pictures)
        for gap in _WIDER:
            wider = {**data, "sheets": [{**drawn, "gap": gap}]}
            last, down = last_place("handout", wider, pictures)
            if last == page and down >= _NEARLY_EMPTY:
                return SetPages(wider, pictures)
    return SetPages(data, pictures)


def together(sheets: Sequence[SetPages]) -> SetPages:
    """Sheets that were set one by one, as one file; each begins on a page of its own."""
    pictures, data = {}, []
    for place, one in enumerate(sheets):
        pictures.update({f"{place}-{name}": picture for name, picture in one.pictures.items()})
        data += [{**sheet, "prefix": f"{place}-{sheet['prefix']}"} for sheet in one.data["sheets"]]
    return SetPages({**sheets[0].data, "sheets": data}, pictures)


def _data(sheets: list[dict[str, Any]], layout: HandoutLayout) -> dict[str, Any]:
    roles = {role: label("Tone.role", role) for role in get_args(Role)}
    return {
        "sheets": sheets, "roles": roles, "paper": layout.paper, "large": layout.large, "name_line": layout.name_line,
    }  # fmt: skip


def _drawn(sheet: Sheet, layout: HandoutLayout) -> tuple[dict[str, Any], dict[str, bytes]]:
    """A sheet as the template's data, with its pictures by name."""
    exercise, recipe = sheet.exercise, sheet.exercise.recipe
    pictures: dict[str, bytes] = {"beat.svg": _BEAT[exercise.metre.pulse != 1]}
    strips = strips_on(exercise, layout)
    columns = layout.columns or _columns(exercise, strips, sheet)
    shown = _strips(sheet, layout, strips, columns, pictures)
    maps, shows = [], recipe.spelling.maps
    for number, one in enumerate(exercise.maps):
        assert shows != "none"  # noqa: S101 - there are maps where they are wanted
        pictures[f"map-{number}.svg"] = on_paper(map_svg(one.map, one.sound, shows, _school(exercise)))
        maps.append({"heading": one.heading, "file": f"map-{number}.svg", "wide": one.map.wide})
    code = layout.code and sheet.address != ""
    if code:
        pictures["code.svg"] = segno.make(sheet.address, error="m").svg_inline(border=0).encode()
    return {
        "prefix": "",
        "scale": 1.0,
        "gap": 1.0,
        "title": recipe.title or "Exercise",
        "player": sheet.player,
        "sentence": sentence_text(exercise.sentence) if layout.sentence else "",
        "due": sheet.due,
        "words": words_data(sheet.words) if layout.words else [],
        "listening": sheet.listening if layout.words else "",
        "links": [f"{name}: {address}" if name else address for name, address in sheet.links] if layout.words else [],
        "cautions": list(CAUTIONS) if layout.cautions else [],
        "tempo": f"= {recipe.tempo}",
        "facts": " · ".join(_facts(exercise)),
        "legend": layout.legend and recipe.numbers != "none" and bool(strips),
        "columns": columns,
        "strips": shown,
        "maps": maps,
        "steps": [_steps(*one) for one in steps_of(exercise)] if layout.derivation else [],
        "grid": list(grid_keys(exercise)) if layout.grid else [],
        "tempos": list(grid_tempos(recipe, layout)),
        "orders": list(orders(recipe)) if layout.orders else [],
        "blank": layout.blank,
        "code": code,
    }, pictures


def _strips(
    sheet: Sheet, layout: HandoutLayout, strips: Sequence[Strip], columns: int, pictures: dict[str, bytes]
) -> list[dict[str, str]]:
    exercise = sheet.exercise
    notes: dict[int | None, str] = {}
    if exercise.recipe.spelling.remarks_on_page:
        notes = {remark.strip: remark.text for remark in exercise.remarks}
    width = _width(exercise, columns, layout)
    other_width = _width(sheet.other_clef, columns, layout) if sheet.other_clef else width
    found = []
    for number, strip in enumerate(each(strips), start=1):
        one = {
            "heading": strip.heading if len(strips) == 1 else f"{number}  {strip.heading}",
            "note": notes.get(strip.stop.index, ""), "formula": formula(strip) if layout.strips == "first" else "",
            "numbers": "", "file": "", "other": "",
        }  # fmt: skip
        if sheet.reading == "numbers":
            one["numbers"] = numbers_of(exercise, strip)
        elif sheet.reading != "ear":
            draw = contour_svg if sheet.reading == "contour" else _engraved
            one["file"] = f"strip-{strip.stop.index}.svg"
            pictures[one["file"]] = on_paper(draw(exercise, strip, width))
            if sheet.other_clef is not None and sheet.reading == "notes":
                one["other"] = f"other-{strip.stop.index}.svg"
                there = next(other for other in sheet.other_clef.strips if other.stop is strip.stop)
                pictures[one["other"]] = on_paper(_engraved(sheet.other_clef, there, other_width))
        found.append(one)
    return found


def _engraved(exercise: Exercise, strip: Strip, width: int) -> str:
    return strip_svg(exercise, strip, width, styled=True)


def _width(exercise: Exercise, columns: int, layout: HandoutLayout) -> int:
    width = room_for_numbers(exercise, PRINT_WIDTH) if columns == 1 else _COLUMN_WIDTHS[columns]
    return round(width * _LARGE) if layout.large else width


def _columns(exercise: Exercise, strips: Sequence[Strip], sheet: Sheet) -> int:
    """How many strips stand side by side: as many as all are short enough for, and nothing is written beside them."""
    written = any(one.written for one in exercise.recipe.companions)
    if len(strips) < _SEVERAL or written or sheet.reading == "numbers":
        return 1
    signs = max(sum(len(bar.pieces) for bar in strip.bars) for strip in strips)
    bars = max(len(strip.bars) for strip in strips)
    return next((columns for columns, most, full in _SHORT if bars <= most and signs <= full), 1)


def _school(exercise: Exercise) -> NumberingSchool:
    school = exercise.recipe.numbers
    return "major" if school == "none" else school


def _steps(name: str, short: str, steps: Sequence[Any]) -> dict[str, Any]:
    lines = [{"words": step.words, "notes": list(step.notes), "changed": list(step.changed)} for step in steps]
    return {"name": name, "short": short, "steps": lines}


def _facts(exercise: Exercise) -> Iterator[str]:
    minutes, seconds = divmod(round(exercise.seconds), 60)
    strips = len(exercise.strips)
    if exercise.recipe.placement.swing > 50:
        yield "swung"
    yield exercise.instrument.full_name
    yield f"{strips} strip{'s' if strips != 1 else ''}, {exercise.bars} bars, {minutes} min {seconds:02} s"
