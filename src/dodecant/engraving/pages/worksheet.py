"""A worksheet printed: the pages to fill in, then the pages of its key."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Final

from dodecant.engraving.engraver import engrave
from dodecant.engraving.maps import on_paper
from dodecant.engraving.pages.typeset import typeset, typeset_pages
from dodecant.engraving.progress import each
from dodecant.formats.musicxml.worksheet import staff_musicxml
from dodecant.practice.studio.worksheets.items import Item, Staff
from dodecant.practice.studio.worksheets.worksheet import Section, WorksheetSetting

_BEGINNING, _NOTE = 50, 50  # CSS pixels: the clef, and each note with its sign
_SHORT: Final = 340  # a staff of this width shares its line with another
_DOTS = 96


def worksheet_pdf(setting: WorksheetSetting, sections: Sequence[Section]) -> bytes:
    """The page with its key, as a PDF; the same worksheet gives the same bytes."""
    return typeset("worksheet", *_set(setting, sections))


def worksheet_pages(setting: WorksheetSetting, sections: Sequence[Section]) -> list[bytes]:
    """The same as PNG pictures."""
    return typeset_pages("worksheet", *_set(setting, sections), _DOTS)


def staff_svg(staff: Staff) -> str:
    """A staff as a picture."""
    return engrave(staff_musicxml(staff), _width(staff), signs_inside=True, close=True)


def _width(staff: Staff) -> int:
    return _BEGINNING + _NOTE * len(staff.notes)


def _set(setting: WorksheetSetting, sections: Sequence[Section]) -> tuple[dict[str, Any], dict[str, bytes]]:
    pictures: dict[str, bytes] = {}
    found = []
    for number, section in enumerate(each(sections)):
        items = [_item(one, f"{number}-{place}", pictures) for place, one in enumerate(section.items)]
        found.append({"title": section.title, "items": items})
    data = {"title": setting.title, "paper": setting.paper, "large": setting.large, "sections": found}
    return data, pictures


def _item(item: Item, name: str, pictures: dict[str, bytes]) -> dict[str, Any]:
    rows = {}
    for kind, staves in (("given", item.given), ("solved", item.solved)):
        rows[kind] = [f"{kind}-{name}-{place}.svg" for place in range(len(staves))]
        for file, staff in zip(rows[kind], staves, strict=True):
            pictures[file] = on_paper(staff_svg(staff))
    widths = [_width(staff) for staff in (*item.given, *item.solved)]
    return {
        "ask": item.ask, **rows, "said": item.said, "why": item.why, "choices": list(item.choices),
        "columns": 2 if len(item.given) > 1 and max(widths) <= _SHORT else 1,
        "width": max(widths, default=0),
        "line": not item.choices and not any(staff.shown is not None or not staff.signs for staff in item.given),
    }  # fmt: skip
