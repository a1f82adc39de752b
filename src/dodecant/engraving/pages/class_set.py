"""A class set: every player's own pages, and one file of all, in the order of a score."""

from __future__ import annotations

import io
import re
import zipfile
from collections.abc import Callable, Sequence
from concurrent.futures import Future, ThreadPoolExecutor
from typing import Final

from dodecant.engraving.pages.handout import SetPages, set_sheet, together
from dodecant.engraving.progress import each, telling
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.tables import Tables
from dodecant.practice.studio.assignment import Assignment
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.sheets import Recipient, sheets_of

MOST_ENGRAVED = 40_000  # notes on paper, which takes up to a minute and a few hundred pages
# Sections from the top of a score to its foot (usual order of a jazz orchestra's score, singers above the rhythm).
_SCORE: Final = ("woodwinds", "harmonicas", "brass", "parts for a group", "voices", "fretted strings",
                 "keyboards and mallets", "strings")  # fmt: skip
_MOMENT: Final = (1980, 1, 1, 0, 0, 0)  # so that the same set gives the same bytes


def set_for(
    given: Assignment,
    seat: Recipient | None,
    layout: HandoutLayout,
    tables: Tables,
    press: Callable[[Recipe], Exercise],
) -> SetPages:
    """All sheets of an assignment for a player. Raises RecipeError where that would be too much paper."""
    sheets = list(sheets_of(given, seat, layout, tables, press))
    notes = sum(len(strip.notes) for sheet in sheets for strip in sheet.exercise.strips)
    if notes > MOST_ENGRAVED:
        message = f"On paper that would be {notes:,} notes; {MOST_ENGRAVED:,} are the most."
        raise RecipeError([Problem("/given", message, "Pick fewer keys or sounds; print the others apart.")])
    return together([set_sheet(sheet, layout) for sheet in sheets])


def class_set(
    given: Assignment,
    recipients: Sequence[Recipient],
    layout: HandoutLayout,
    tables: Tables,
    press: Callable[[Recipe], Exercise],
) -> bytes:
    """A ZIP of a PDF for each player and one of all; whoever listens is told after each player."""
    order = {instrument.id: place for place, instrument in enumerate(tables.instruments.instruments)}
    section = {instrument.id: _SCORE.index(instrument.section) for instrument in tables.instruments.instruments}
    seated = sorted(
        recipients,
        key=lambda seat: (section[seat.profile.instrument], order[seat.profile.instrument], seat.profile.name),
    )
    done: list[tuple[str, SetPages, Future[bytes]]] = []
    with ThreadPoolExecutor(max_workers=1, thread_name_prefix="setter") as setter:  # it sets while the next is engraved
        for seat in each(seated):
            with telling(_nobody):
                pages = set_for(given, seat, layout, tables, press)
            done.append((seat.profile.name, pages, setter.submit(_as_pdf, pages)))
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        names: set[str] = set()
        for name, _, data in done:
            _put(archive, _fresh(f"{name} - {given.title}", names), data.result())
        if len(done) > 1:
            _put(archive, _fresh(f"Everyone - {given.title}", names), together([pages for _, pages, _ in done]).pdf)
    return out.getvalue()


def _as_pdf(pages: SetPages) -> bytes:
    return pages.pdf


def _nobody(done: int, of: int) -> None:
    """Players are told of, not strips."""


def _fresh(name: str, taken: set[str]) -> str:
    """A file's name that no other has."""
    plain = re.sub(r"[^\w ♭♯-]+", "", name).strip()[:100] or "page"
    found, number = plain, 2
    while found in taken:
        found, number = f"{plain} {number}", number + 1
    taken.add(found)
    return f"{found}.pdf"


def _put(archive: zipfile.ZipFile, name: str, data: bytes) -> None:
    archive.writestr(zipfile.ZipInfo(name, _MOMENT), data, zipfile.ZIP_DEFLATED)
