"""The printed handout: a PDF made with Typst round the engraved strips."""

from __future__ import annotations

from dodecant.engraving.line_breaks import room_for_numbers
from dodecant.engraving.maps import map_svg, on_paper
from dodecant.engraving.progress import each
from dodecant.engraving.strip_svg import PRINT_WIDTH, strip_svg
from dodecant.engraving.typeset import Paper, typeset
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.music.scales.numbering import NumberingSchool

_COLUMN_WIDTH = 590  # CSS pixels, drawn smaller to stand side by side
_SEVERAL, _SHORT_BARS, _SHORT_SIGNS = 4, 2, 18


def _beat(dot: str) -> bytes:
    """A quarter note, dotted or not, for the tempo mark."""
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {150 if dot else 110} 300">'
        f'<ellipse cx="52" cy="255" rx="50" ry="36" transform="rotate(-24 52 255)"/>'
        f'<path d="M92 245V10h10v235z"/>{dot}</svg>'
    ).encode()


_BEAT = {False: _beat(""), True: _beat('<circle cx="132" cy="255" r="15"/>')}


def handout_pdf(exercise: Exercise, paper: Paper = "a4") -> bytes:
    """Title, sentence, tempo, one block a strip, maps if they are wanted, a key to the numbers, page numbers.

    Short strips stand side by side. The same exercise gives the same bytes.
    """
    strips = []
    columns = _columns(exercise)
    width = room_for_numbers(exercise, PRINT_WIDTH) if columns == 1 else _COLUMN_WIDTH
    pictures: dict[str, bytes] = {"beat.svg": _BEAT[exercise.metre.pulse != 1]}
    notes: dict[int | None, str] = {}
    if exercise.recipe.spelling.remarks_on_page:
        notes = {remark.strip: remark.text for remark in exercise.remarks}
    for number, strip in enumerate(each(exercise.strips), start=1):
        name = f"strip-{strip.stop.index}.svg"
        pictures[name] = on_paper(strip_svg(exercise, strip, width, styled=True))
        heading = strip.heading if len(exercise.strips) == 1 else f"{number}  {strip.heading}"
        strips.append({"heading": heading, "file": name, "note": notes.get(strip.stop.index, "")})
    maps, shows = [], exercise.recipe.spelling.maps
    for number, one in enumerate(exercise.maps):
        assert shows != "none"  # noqa: S101 - there are maps where they are wanted
        pictures[f"map-{number}.svg"] = on_paper(map_svg(one.map, one.sound, shows, _school(exercise)))
        maps.append({"heading": one.heading, "file": f"map-{number}.svg", "wide": one.map.wide})
    data = {
        "title": exercise.recipe.title or "Exercise",
        "sentence": sentence_text(exercise.sentence),
        "tempo": f"= {exercise.recipe.tempo}",
        "facts": _facts(exercise),
        "legend": exercise.recipe.numbers != "none",
        "columns": columns,
        "paper": paper,
        "strips": strips,
        "maps": maps,
    }
    return typeset("handout", data, pictures)


def _columns(exercise: Exercise) -> int:
    """How many strips stand side by side: two where all are short, and nothing is written beside them."""
    if len(exercise.strips) < _SEVERAL or any(one.written for one in exercise.recipe.companions):
        return 1
    signs = max(sum(len(bar.pieces) for bar in strip.bars) for strip in exercise.strips)
    bars = max(len(strip.bars) for strip in exercise.strips)
    return 2 if bars <= _SHORT_BARS and signs <= _SHORT_SIGNS else 1


def _school(exercise: Exercise) -> NumberingSchool:
    school = exercise.recipe.numbers
    return "major" if school == "none" else school


def _facts(exercise: Exercise) -> str:
    minutes, seconds = divmod(round(exercise.seconds), 60)
    strips = len(exercise.strips)
    swung = ["swung"] if exercise.recipe.placement.swing > 50 else []
    counted = f"{strips} strip{'s' if strips != 1 else ''}, {exercise.bars} bars, {minutes} min {seconds:02} s"
    return " · ".join([*swung, exercise.instrument.full_name, counted])
